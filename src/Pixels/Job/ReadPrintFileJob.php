<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Read a print file from elsewhere, for preflight. */
final readonly class ReadPrintFileJob implements PixelJob
{
    public function __construct(public string $file)
    {
    }

    public static function name(): string
    {
        return 'check';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobPath::in($job, 'file'),
        );
    }

    public function toArray(): array
    {
        return [
            'file' => JobPath::encoded($this->file),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->file]);
    }

    public function timeLimit(): float
    {
        return 600;
    }
}
