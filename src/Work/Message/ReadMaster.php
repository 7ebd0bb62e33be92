<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Read a master's facts and make its previews. */
final readonly class ReadMaster
{
    /** @param array<int, string> $previewKeys side in pixels => key */
    public function __construct(public int $artworkId, public string $masterKey, public array $previewKeys)
    {
    }
}
