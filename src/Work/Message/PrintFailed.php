<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A print file cannot be made. */
final readonly class PrintFailed implements Answer, AboutPrint
{
    /** @param ?Attempt $attempt null where it was given up without one */
    public function __construct(private int $printFileId, public ?Attempt $attempt, public string $reason)
    {
    }

    public function printFileId(): int
    {
        return $this->printFileId;
    }
}
