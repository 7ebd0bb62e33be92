<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** Which processes others started, as Linux tells it (proc_pid_task_children(5)). */
final readonly class ProcessTree
{
    /** @return list<int> those that are alive */
    public static function children(int $pid): array
    {
        $line = trim((string) @file_get_contents("/proc/$pid/task/$pid/children"));

        return '' === $line ? [] : array_map(intval(...), explode(' ', $line));
    }

    /** @return list<int> its children, their children, and so on */
    public static function descendants(int $pid): array
    {
        $all = self::children($pid);
        foreach ($all as $child) {
            array_push($all, ...self::descendants($child));
        }

        return $all;
    }
}
