<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A worker has taken a print file in hand. Whoever had it before is not waited for any more. */
final readonly class PrintBegun implements Answer, AboutPrint
{
    public function __construct(public Attempt $attempt)
    {
    }

    public function printFileId(): int
    {
        return $this->attempt->printFileId;
    }
}
