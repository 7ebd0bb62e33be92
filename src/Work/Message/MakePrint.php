<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Make a print file from a master by a recipe. */
final readonly class MakePrint implements Redeliverable, AboutPrint, ForMachine
{
    public function __construct(
        public int $printFileId,
        public int $runId,
        public string $masterKey,
        /** Canonical JSON. */
        public string $recipe,
        /** Of the print file; each attempt at it writes under one of its own. */
        public string $targetKey,
        /** Of the finished file, to tell progress from its growth. */
        public int $expectedBytes,
        /** Of the expected time, how much goes into enlarging before the file begins to grow: 0 to 1. */
        public float $enlargingShare = 0.0,
        /** For the print, small, on a proof sheet. */
        public ?string $proofKey = null,
        /** Of the master, small. */
        public ?string $previewKey = null,
        /** Names this order among all that there were for the file. */
        public ?string $order = null,
        /** Where the master's other files are made. */
        private ?string $machine = null,
    ) {
    }

    public function targetKey(Attempt $attempt): string
    {
        return \sprintf('%s/%s-%s', \dirname($this->targetKey), $attempt->token, basename($this->targetKey));
    }

    public function machine(): ?string
    {
        // One that was ordered before there were machines knows of none.
        return $this->machine ?? null;
    }

    public function printFileId(): int
    {
        return $this->printFileId;
    }

    public function givenUp(): Answer
    {
        return new PrintFailed($this->printFileId, null, 'Making this file made the program fail several times, so it was given up.');
    }
}
