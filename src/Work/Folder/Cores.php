<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

/** How many files this machine works on at a time, unless told otherwise. */
final class Cores
{
    public static function count(): int
    {
        $count = (int) trim((string) shell_exec('nproc 2>/dev/null'));

        return max(1, $count);
    }
}
