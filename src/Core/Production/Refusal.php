<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** No print file, and why. */
final readonly class Refusal
{
    public function __construct(
        public RefusalReason $reason,
        /** For the person, with a next step. */
        public string $sentence,
    ) {
    }
}
