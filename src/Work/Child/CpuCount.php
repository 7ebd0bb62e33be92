<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** How many files this machine works on at a time, unless told otherwise. */
final class CpuCount
{
    public static function count(): int
    {
        $count = (int) trim((string) shell_exec('nproc 2>/dev/null'));

        return max(1, $count);
    }
}
