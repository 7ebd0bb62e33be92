<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Trace\OutlineFormat;

/** Make outlines of a picture, as a file. */
final readonly class TraceJob implements PixelJob
{
    /** Seconds. */
    private const MOST = 600.0;

    /**
     * @param EditList   $edits    the last of which makes outlines
     * @param bool       $isForced whether outlines are wanted of what does not suit them; nothing is written otherwise
     * @param ?int     $longSide pixels of a PNG; the picture's own where null
     */
    public function __construct(
        public JobMaster $master,
        public EditList $edits,
        public OutlineFormat $format,
        public string $target,
        public bool $isForced = false,
        public ?int $longSide = null,
    ) {
    }

    public static function name(): string
    {
        return 'trace';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            EditList::fromRecord($job->record('edits')),
            OutlineFormat::from($job->string('format')),
            JobPath::in($job, 'target'),
            $job->bool('forced'),
            $job->optionalInt('longSide'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'edits' => $this->edits->effective()->toList(),
            'format' => $this->format->value,
            'target' => JobPath::encoded($this->target),
            'forced' => $this->isForced,
            'longSide' => $this->longSide,
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->target]);
    }

    public function timeLimit(): float
    {
        return self::MOST;
    }
}
