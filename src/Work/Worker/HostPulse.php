<?php

declare(strict_types=1);

namespace Snugfit\Work\Worker;

use Doctrine\DBAL\Exception as DatabaseFailed;
use Psr\Log\LoggerInterface;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Health\QueueWatch;
use Snugfit\Work\Run\CancelFlags;
use Snugfit\Work\Run\Reconciler;
use Snugfit\Work\Run\StorageCleaner;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** In the host's process: between two answers it looks now and then whether anything was lost, and shows that it lives. */
final class HostPulse
{
    /** The lane that the host listens to. */
    public const LANE = 'answers';

    /** Seconds between two looks. */
    private const EVERY = 3.0;

    /** Seconds between two clearings of what is too old, beside those at the end of each run. */
    private const TIDY_EVERY = 3600.0;

    private float $looked = 0.0;
    private float $tidied;

    public function __construct(
        private readonly Reconciler $reconciler,
        private readonly WorkerRepository $workers,
        private readonly StorageCleaner $cleaner,
        private readonly Pulse $pulse,
        private readonly CancelFlags $flags,
        private readonly QueueWatch $watch,
        private readonly LoggerInterface $logger,
    ) {
        $this->tidied = microtime(true);
    }

    #[AsEventListener]
    public function running(WorkerRunningEvent $event): void
    {
        if ([self::LANE] !== $event->getWorker()->getMetadata()->getTransportNames() || microtime(true) < $this->looked + self::EVERY) {
            return;
        }
        try {
            $this->flags->spread();
            $this->reconciler->reconcile();
            $this->watch->look();
        } catch (DatabaseFailed $e) {
            // One of the two databases is busy or out of reach; what was lost is found with the next look.
            $this->logger->warning('Lost work could not be looked for.', ['exception' => $e]);
        }
        $this->workers->forgetGone();
        if (microtime(true) >= $this->tidied + self::TIDY_EVERY) {
            $this->cleaner->tidy();
            $this->tidied = microtime(true);
        }
        $this->pulse->beat();
        $this->looked = microtime(true);
    }
}
