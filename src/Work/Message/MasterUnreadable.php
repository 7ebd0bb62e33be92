<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

final readonly class MasterUnreadable implements Answer, AboutArtwork
{
    public function __construct(public int $artworkId, public string $reason)
    {
    }

    public function artworkId(): int
    {
        return $this->artworkId;
    }
}
