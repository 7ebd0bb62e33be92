<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Repair\EditList;

/** Write what edits make of a master as a file, at its own size, without looking at it any further. */
final readonly class WriteRepairedJob implements PixelJob
{
    public function __construct(public JobMaster $master, public EditList $edits, public FileFormat $format, public string $target)
    {
    }

    public static function name(): string
    {
        return 'repaired';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            EditList::fromRecord($job->record('edits')),
            FileFormat::from($job->string('format')),
            JobPath::in($job, 'target'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'edits' => $this->edits->toList(),
            'format' => $this->format->value,
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
