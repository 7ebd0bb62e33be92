<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Pixels\Enlarger\UpscaleCacheFolder;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\FileStore;

/** Clears what can be made again and was not looked at for a chosen time, and deliveries that a person cleared long enough ago. Masters are never touched. */
final readonly class StorageCleaner
{
    /** Days that a cleared delivery can be brought back. */
    public const REGRET = 7;

    /** Whole results that are kept to be looked at; the longest unseen go first. */
    private const WHOLES = 24;

    public function __construct(private FileStore $store, private DataFolder $data, private int $keepDays)
    {
    }

    public function tidy(): void
    {
        (new UpscaleCacheFolder($this->data->enlarged()))->tidy($this->keepDays);
        $this->store->clearOlder('patches', $this->keepDays * 86400);
        $this->store->clearOlder(PrintPyramids::FOLDER, $this->keepDays * 86400);
        $this->store->clearBeyond(PrintPyramids::FOLDER, self::WHOLES);
        $this->store->clearOlder(DeliveryStore::CLEARED, self::REGRET * 86400);
    }
}
