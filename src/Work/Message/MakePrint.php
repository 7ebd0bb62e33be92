<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Make a print file from a master by a recipe. */
final readonly class MakePrint
{
    public function __construct(
        public int $printFileId,
        public int $runId,
        public string $masterKey,
        /** Canonical JSON. */
        public string $recipe,
        public string $targetKey,
        public ?int $maxBytes,
        /** Of the finished file, to tell progress from its growth. */
        public int $expectedBytes,
    ) {
    }
}
