<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/** Read a master's facts and make its previews. */
final readonly class ReadMasterJob implements PixelJob
{
    /** A picture as large as is taken needs half of it on a slow machine. */
    public const MOST_SECONDS = 180.0;

    /**
     * @param array<int, string> $previews side in pixels => path of the WebP
     * @param float              $seconds  that it may take
     */
    public function __construct(
        public JobMaster $master,
        public array $previews = [],
        public float $seconds = self::MOST_SECONDS,
        /** What is done to it first. */
        public EditList $edits = new EditList(),
    ) {
    }

    public static function name(): string
    {
        return 'read';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            array_column(
                array_map(
                    static fn (JsonReader $one): array => ['side' => $one->int('side'), 'path' => JobPath::in($one, 'path')],
                    $job->records('previews'),
                ),
                'path',
                'side',
            ),
            $job->has('seconds') ? $job->float('seconds') : self::MOST_SECONDS,
            $job->has('edits') ? EditList::fromRecord($job->record('edits')) : new EditList(),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'previews' => array_map(
                static fn (int $side, string $path): array => ['side' => $side, 'path' => JobPath::encoded($path)],
                array_keys($this->previews),
                $this->previews,
            ),
            'seconds' => $this->seconds,
            'edits' => $this->edits->toList(),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], array_values($this->previews));
    }

    public function timeLimit(): float
    {
        return $this->seconds;
    }
}
