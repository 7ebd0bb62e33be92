<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Take a page of a master as a file of its own. */
final readonly class ExtractPageJob implements PixelJob
{
    /** @param int $page from 1 */
    public function __construct(public JobMaster $master, public int $page, public string $target)
    {
    }

    public static function name(): string
    {
        return 'page';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(JobMaster::fromJson($job->record('master')), $job->int('page'), JobPath::in($job, 'target'));
    }

    public function toArray(): array
    {
        return ['master' => $this->master->toArray(), 'page' => $this->page, 'target' => JobPath::encoded($this->target)];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->target]);
    }

    public function timeLimit(): float
    {
        return 120;
    }
}
