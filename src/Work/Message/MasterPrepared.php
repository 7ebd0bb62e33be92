<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

use Snugfit\Core\Repair\PreparedFacts;

final readonly class MasterPrepared implements Answer, AboutArtwork
{
    public function __construct(public int $artworkId, public PreparedFacts $facts)
    {
    }

    public function artworkId(): int
    {
        return $this->artworkId;
    }
}
