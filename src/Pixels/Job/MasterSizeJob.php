<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Tell how large a master is, upright, from its header alone. */
final readonly class MasterSizeJob implements PixelJob
{
    public function __construct(public JobMaster $master)
    {
    }

    public static function name(): string
    {
        return 'size';
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
        return ReadMasterJob::MOST_SECONDS;
    }
}
