<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

use Snugfit\Core\Delivery\PrintFileFacts;

final readonly class PrintMade implements Answer
{
    public function __construct(public int $printFileId, public string $key, public PrintFileFacts $found, public float $seconds)
    {
    }
}
