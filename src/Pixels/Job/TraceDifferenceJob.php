<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/** Show where outlines differ from the picture that they were made of. */
final readonly class TraceDifferenceJob implements PixelJob
{
    /** @param EditList $edits the last of which makes outlines */
    public function __construct(public JobMaster $master, public EditList $edits, public string $target)
    {
    }

    public static function name(): string
    {
        return 'trace-difference';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            EditList::fromRecord($job->record('edits')),
            JobPath::in($job, 'target'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'edits' => $this->edits->effective()->toList(),
            'target' => JobPath::encoded($this->target),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->target]);
    }

    public function timeLimit(): float
    {
        return ReadMasterJob::MOST_SECONDS;
    }
}
