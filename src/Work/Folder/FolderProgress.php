<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

/** Hears how far a folder's work is. Shares are of the whole, 0 to 1. */
interface FolderProgress
{
    public function at(string $doing, float $share): void;
}
