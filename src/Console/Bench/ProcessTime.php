<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

/** What processes have used of a core, as Linux counts it (proc_pid_stat(5)). */
final readonly class ProcessTime
{
    /** Ticks in a second, on every Linux since 2.4 as programs see it (from memory). */
    private const TICKS = 100;

    /**
     * With their children that ended.
     *
     * @param list<int> $pids
     */
    public static function seconds(array $pids): float
    {
        $ticks = 0;
        foreach ($pids as $pid) {
            $stat = (string) @file_get_contents("/proc/$pid/stat");
            // The second field is a name in brackets, which may hold anything.
            $fields = explode(' ', ltrim(substr($stat, (int) strrpos($stat, ')') + 1)));
            $ticks += array_sum(array_map(intval(...), \array_slice($fields, 11, 4)));
        }

        return $ticks / self::TICKS;
    }
}
