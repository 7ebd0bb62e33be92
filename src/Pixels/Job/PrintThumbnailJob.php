<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** Make a small picture of a print file, for a proof sheet. */
final readonly class PrintThumbnailJob implements PixelJob
{
    /** @param string $target path of the JPEG */
    public function __construct(public string $file, public string $target)
    {
    }

    public function timeLimit(): float
    {
        return 600;
    }

    public function toArray(): array
    {
        return ['job' => 'small', 'file' => $this->file, 'target' => $this->target];
    }
}
