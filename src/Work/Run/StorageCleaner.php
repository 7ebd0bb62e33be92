<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Pixels\Enlarger\UpscaleCacheFolder;
use Snugfit\Shop\BatchRemover;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Intake\Uploads;
use Symfony\Component\Filesystem\Filesystem;

/**
 * Clears what can be made again and was not looked at for a chosen time, and what a person cleared or deleted long enough ago.
 * A master goes only with the last batch that a person deleted of those that use it.
 */
final readonly class StorageCleaner
{
    /** Whole results that are kept to be looked at; the longest unseen go first. */
    private const WHOLES = 24;

    /** Seconds after which a print file that still grows belongs to nobody: twice what a job may take. */
    private const ABANDONED = 12 * 3600;

    public function __construct(
        private FileStore $store,
        private DataFolder $data,
        private BatchRemover $batches,
        private Uploads $uploads,
        private int $keepDays,
    ) {
    }

    public function tidy(): void
    {
        (new UpscaleCacheFolder($this->data->enlarged()))->tidy($this->keepDays);
        $this->store->clearOlder('patches', $this->keepDays * 86400);
        $this->store->clearOlder(FileStore::GROWING_PRINTS, self::ABANDONED);
        $this->store->clearOlder(PrintPyramids::FOLDER, $this->keepDays * 86400);
        $this->store->clearBeyond(PrintPyramids::FOLDER, self::WHOLES);
        $this->store->clearOlder(DeliveryStore::CLEARED, Batch::REGRET * 86400);
        $this->clearTemporary();
        $this->batches->removeDue();
        $this->uploads->sweep();
    }

    /** What jobs that were ended left behind, and what libraries write there of their own accord. */
    private function clearTemporary(): void
    {
        foreach (glob($this->data->temporary().'/*') ?: [] as $path) {
            if ((int) @filemtime($path) < time() - 86_400) {
                (new Filesystem())->remove($path);
            }
        }
    }
}
