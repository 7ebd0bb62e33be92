<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class PrintProgress implements Answer, AboutPrint
{
    /** @param float $share done, 0 to 1 */
    public function __construct(public Attempt $attempt, public float $share)
    {
    }

    public function printFileId(): int
    {
        return $this->attempt->printFileId;
    }
}
