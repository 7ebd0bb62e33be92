<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Read a master's facts and make its previews. */
final readonly class ReadMaster implements Redeliverable, AboutArtwork
{
    /** @param array<int, string> $previewKeys side in pixels => key */
    public function __construct(public int $artworkId, public string $masterKey, public array $previewKeys)
    {
    }

    public function artworkId(): int
    {
        return $this->artworkId;
    }

    public function givenUp(): Answer
    {
        return new MasterUnreadable($this->artworkId, 'Reading this file made the program fail several times, so it is left out.');
    }
}
