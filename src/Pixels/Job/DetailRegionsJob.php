<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Find the telling spots of a picture. */
final readonly class DetailRegionsJob implements PixelJob
{
    /** @param string $picture a preview does */
    public function __construct(public string $picture)
    {
    }

    public static function name(): string
    {
        return 'spots';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobPath::in($job, 'picture'),
        );
    }

    public function toArray(): array
    {
        return [
            'picture' => JobPath::encoded($this->picture),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->picture]);
    }

    public function timeLimit(): float
    {
        return 60;
    }
}
