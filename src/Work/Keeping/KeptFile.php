<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

/** A file of which the shop knows what its bytes should be. */
final readonly class KeptFile
{
    public function __construct(
        public string $key,
        public string $sha256,
        /** For a person: which master or print it is. */
        public string $title,
        public bool $isMaster,
    ) {
    }
}
