<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Snugfit\Pixels\Enlarger\UpscaleCacheFolder;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\FileStore;

/** On a machine that only works: keeps masters and enlarged pictures within bounds. Whatever goes is fetched or made again. */
final class MachineCleaner
{
    /** Seconds between two looks, and those for which nothing is touched: it may be in somebody's hands. */
    private const EVERY = 600;
    private const YOUNG = 7 * 3600;

    private int $looked = 0;

    public function __construct(
        private readonly DataFolder $data,
        private readonly FileStore $store,
        private readonly int $keepDays,
        /** For masters. */
        private readonly int $keepGigabytes,
    ) {
    }

    public function tidy(): void
    {
        if (time() < $this->looked + self::EVERY) {
            return;
        }
        $this->looked = time();
        (new UpscaleCacheFolder($this->data->enlarged()))->tidy($this->keepDays);
        foreach ([FileStore::GROWING_PRINTS, 'proofs', 'previews'] as $made) {
            $this->store->clearOlder($made, self::YOUNG);
        }
        $this->clearMasters();
        foreach (glob($this->data->temporary().'/*') ?: [] as $path) {
            if (is_file($path) && (int) @filemtime($path) < time() - 86_400) {
                @unlink($path);
            }
        }
    }

    private function clearMasters(): void
    {
        $masters = [];
        foreach (glob($this->data->files().'/masters/*/*') ?: [] as $path) {
            $masters[$path] = (int) @filemtime($path);
        }
        arsort($masters);
        $bytes = 0;
        foreach ($masters as $path => $usedAt) {
            $bytes += (int) @filesize($path);
            if ($bytes > $this->keepGigabytes * 1_000_000_000 && $usedAt < time() - self::YOUNG) {
                @unlink($path);
            }
        }
    }
}
