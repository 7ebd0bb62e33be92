<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** In the host's process: between two answers it looks now and then whether anything was lost. */
final class HostClock
{
    /** Seconds between two looks. */
    private const EVERY = 3.0;

    /** The lane that the host listens to. */
    private const LANE = 'answers';

    private float $looked = 0.0;

    public function __construct(private readonly Reconciler $reconciler)
    {
    }

    #[AsEventListener]
    public function running(WorkerRunningEvent $event): void
    {
        if ([self::LANE] !== $event->getWorker()->getMetadata()->getTransportNames() || microtime(true) < $this->looked + self::EVERY) {
            return;
        }
        $this->reconciler->reconcile();
        $this->looked = microtime(true);
    }
}
