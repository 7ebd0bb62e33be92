<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

use Snugfit\Core\Artwork\MasterFacts;

final readonly class MasterRead implements Answer, AboutArtwork
{
    public function __construct(public int $artworkId, public MasterFacts $facts)
    {
    }

    public function artworkId(): int
    {
        return $this->artworkId;
    }
}
