<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Find small lonely spots on a master. */
final readonly class FindSpecksJob implements PixelJob
{
    public function __construct(public JobMaster $master)
    {
    }

    public static function name(): string
    {
        return 'specks';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(JobMaster::fromJson($job->record('master')));
    }

    public function toArray(): array
    {
        return ['master' => $this->master->toArray()];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path]);
    }

    public function timeLimit(): float
    {
        return 120;
    }
}
