<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** Something about a master that a person should know before printing it. */
final readonly class MasterWarning
{
    public function __construct(
        /** Stable name, for filters. */
        public string $code,
        public string $sentence,
        /** False where it is only worth knowing. */
        public bool $needsAttention,
    ) {
    }
}
