<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Work\Folder\FolderProgress;

/** Notes when all masters of a folder were read. */
final class ReadingWatch implements FolderProgress
{
    public float $readAt = 0.0;

    public function at(string $doing, float $share): void
    {
        if (str_starts_with($doing, 'Reading')) {
            $this->readAt = microtime(true);
        }
    }
}
