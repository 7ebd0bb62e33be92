<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class PrintProgress implements Answer
{
    /** @param float $share done, 0 to 1 */
    public function __construct(public int $printFileId, public float $share)
    {
    }
}
