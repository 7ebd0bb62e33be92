<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/** Show what edits make of a master, small, while somebody works on it. */
final readonly class RepairPreviewJob implements PixelJob
{
    /** Pixels on the long side. */
    public const SIDE = 1100;

    /** @param bool $isQuick without a fine edge and without what takes long */
    public function __construct(public JobMaster $master, public EditList $edits, public string $target, public bool $isQuick = false)
    {
    }

    /**
     * Names the picture.
     *
     * @param string $master SHA-256
     */
    public static function key(string $master, EditList $edits, bool $isQuick = false): string
    {
        return \sprintf('patches/repair-%s%s.png', $edits->preparedHash($master), $isQuick ? '-quick' : '');
    }

    public static function name(): string
    {
        return 'repair-preview';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            EditList::fromRecord($job->record('edits')),
            JobPath::in($job, 'target'),
            $job->bool('quick'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'edits' => $this->edits->effective()->toList(),
            'target' => JobPath::encoded($this->target),
            'quick' => $this->isQuick,
        ];
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
