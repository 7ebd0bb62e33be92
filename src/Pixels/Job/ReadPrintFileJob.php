<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** Read a print file from elsewhere, for preflight. */
final readonly class ReadPrintFileJob implements PixelJob
{
    public function __construct(public string $file)
    {
    }

    public function timeLimit(): float
    {
        return 600;
    }

    public function toArray(): array
    {
        return ['job' => 'check', 'file' => $this->file];
    }
}
