<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class PrintFailed implements Answer
{
    public function __construct(public int $printFileId, public string $reason)
    {
    }
}
