<?php

declare(strict_types=1);

namespace Snugfit\Work\Worker;

use Snugfit\Work\Farm\FarmSettings;
use Snugfit\Work\Message\WorkerAlive;
use Snugfit\Work\Queue\AnswerSender;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/** In a worker: lets the host know now and then that it is there. The host itself has a pulse (HostPulse). */
final class Heartbeat
{
    /** Seconds between two words; from another machine, where there may be many. */
    private const EVERY = 10.0;
    private const EVERY_FROM_AFAR = 20.0;

    private float $last = 0.0;
    private ?WorkerAlive $word = null;

    public function __construct(
        private readonly AnswerSender $host,
        private readonly WorkerName $worker,
        private readonly FarmSettings $farm,
    ) {
    }

    #[AsEventListener]
    public function started(WorkerStartedEvent $event): void
    {
        $lanes = array_filter($event->getWorker()->getMetadata()->getTransportNames(), is_string(...));
        $this->word = [HostPulse::LANE] === $lanes
            ? null
            : new WorkerAlive($this->worker->name, implode(',', $lanes), time(), $this->farm->machine);
    }

    #[AsEventListener(event: WorkerRunningEvent::class)]
    public function beat(): void
    {
        if (null !== $this->word && microtime(true) >= $this->last + ($this->farm->isWorker() ? self::EVERY_FROM_AFAR : self::EVERY)) {
            $this->last = microtime(true);
            $this->host->mention($this->word);
        }
    }
}
