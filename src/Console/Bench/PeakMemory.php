<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Work\Child\ProcessTree;

/** The most memory that a process, or one that it started, held at one time, as Linux counts it (VmHWM). */
final class PeakMemory
{
    private int $kilobytes = 0;

    public function look(?int $pid): void
    {
        $status = null === $pid ? false : @file_get_contents("/proc/$pid/status");
        if (false !== $status && 1 === preg_match('/^VmHWM:\s+(\d+) kB/m', $status, $part)) {
            $this->kilobytes = max($this->kilobytes, (int) $part[1]);
        }
        // A child that is shut off has others between it and us.
        foreach (null === $pid ? [] : ProcessTree::children($pid) as $child) {
            $this->look($child);
        }
    }

    public function megabytes(): float
    {
        return $this->kilobytes / 1024;
    }
}
