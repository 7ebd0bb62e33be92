<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Make a small picture of a print file, for a proof sheet. */
final readonly class PrintThumbnailJob implements PixelJob
{
    /** @param string $target path of the JPEG */
    public function __construct(public string $file, public string $target)
    {
    }

    public static function name(): string
    {
        return 'small';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobPath::in($job, 'file'),
            JobPath::in($job, 'target'),
        );
    }

    public function toArray(): array
    {
        return [
            'file' => JobPath::encoded($this->file),
            'target' => JobPath::encoded($this->target),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->file], [$this->target]);
    }

    public function timeLimit(): float
    {
        return 600;
    }
}
