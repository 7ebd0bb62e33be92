<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class PrintCancelled implements Answer, AboutPrint
{
    public function __construct(private int $printFileId)
    {
    }

    public function printFileId(): int
    {
        return $this->printFileId;
    }
}
