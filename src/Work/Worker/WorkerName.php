<?php

declare(strict_types=1);

namespace Snugfit\Work\Worker;

/** By which a person knows a worker: its machine, and which of that machine's workers it is. */
final readonly class WorkerName
{
    public string $name;

    public function __construct(string $workerName)
    {
        $name = '' === $workerName ? \sprintf('%s %d', gethostname(), getmypid()) : $workerName;
        $this->name = mb_scrub(mb_strimwidth($name, 0, 120, '…'));
    }
}
