<?php

declare(strict_types=1);

namespace Snugfit\Web\Counter;

/** A new batch that is opened by dropping pictures. */
final readonly class DroppedBatch
{
    /** @param string $folder the name of the folder that was dropped; empty where files were */
    public function __construct(public string $folder = '')
    {
    }

    public function name(): string
    {
        return '' === trim($this->folder) ? 'Pictures of '.date('j M Y') : $this->folder;
    }
}
