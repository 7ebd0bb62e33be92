<?php

declare(strict_types=1);

namespace Snugfit\Work\Health;

/** Something about the shop that a person should know: what it is, and what to do. */
final readonly class HealthFinding
{
    public function __construct(
        public HealthTopic $topic,
        public string $sentence,
        public string $advice,
        /** Work stands still, or soon will: told in every room. */
        public bool $isUrgent = true,
    ) {
    }
}
