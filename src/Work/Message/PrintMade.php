<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

use Snugfit\Core\Delivery\PrintFileFacts;

final readonly class PrintMade implements Answer, AboutPrint
{
    public function __construct(public Attempt $attempt, public string $key, public PrintFileFacts $found, public float $seconds)
    {
    }

    public function printFileId(): int
    {
        return $this->attempt->printFileId;
    }
}
