<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Snugfit\Shop\DataFolder;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** Whether the shop reaches the exchange: looked at by a carrier that has nothing to do, and noted for the health page. */
final class ExchangeWatch
{
    /** The lane of carriers. */
    private const LANE = 'carry';

    /** Seconds between two looks. */
    private const EVERY = 15.0;

    private float $looked = 0.0;

    public function __construct(
        private readonly ExchangeStoreFactory $exchange,
        private readonly FarmSettings $settings,
        private readonly DataFolder $data,
    ) {
    }

    #[AsEventListener]
    public function running(WorkerRunningEvent $event): void
    {
        $isCarrier = [self::LANE] === $event->getWorker()->getMetadata()->getTransportNames();
        if ($isCarrier && $event->isWorkerIdle() && microtime(true) >= $this->looked + self::EVERY) {
            $this->look();
            $this->looked = microtime(true);
        }
    }

    public function look(): void
    {
        try {
            $this->exchange->store()->has(Farm::MARK);
            @unlink($this->data->storeFault());
        } catch (ExchangeFailed) {
            @touch($this->data->storeFault());
        }
    }

    /** Whether it could not be reached when it was looked at last. */
    public function isGone(): bool
    {
        clearstatcache(true, $this->data->storeFault());

        return $this->settings->isOn() && is_file($this->data->storeFault());
    }
}
