<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

/** What a run that was started now would make, how long it would take and how much room. */
final readonly class RunForecast
{
    public function __construct(
        public int $files,
        /** With a worker for every core. */
        public float $seconds,
        public int $bytes,
    ) {
    }
}
