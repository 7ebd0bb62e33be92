<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

/** The processor's time that this process has used: what else the machine does, and what one waits for, does not count. */
final class ProcessorTime
{
    public static function seconds(): float
    {
        /** @var array<string, int> $usage */
        $usage = getrusage() ?: [];
        $seconds = static fn (string $kind): float => ($usage["ru_$kind.tv_sec"] ?? 0) + ($usage["ru_$kind.tv_usec"] ?? 0) / 1e6;

        return $seconds('utime') + $seconds('stime');
    }
}
