<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A worker is there. */
final readonly class WorkerAlive implements Answer
{
    public function __construct(
        public string $worker,
        /** The lanes that it takes work from, with commas between. */
        public string $lanes,
        /** Unix time. */
        public int $startedAt,
        /** Its machine's name; null from before workers told it. */
        public ?string $machine = null,
    ) {
    }
}
