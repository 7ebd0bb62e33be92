<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Find out whether a file is a typeface that words can be set in. */
final readonly class CheckFaceJob implements PixelJob
{
    public function __construct(public string $path)
    {
    }

    public static function name(): string
    {
        return 'face';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(JobPath::in($job, 'path'));
    }

    public function toArray(): array
    {
        return ['path' => JobPath::encoded($this->path)];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->path]);
    }

    public function timeLimit(): float
    {
        return 20;
    }
}
