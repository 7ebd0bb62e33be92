<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class MasterUnreadable implements Answer
{
    public function __construct(public int $artworkId, public string $reason)
    {
    }
}
