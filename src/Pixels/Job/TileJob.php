<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** Lay a print file at its true size over sheets of smaller paper. */
final readonly class TileJob implements PixelJob
{
    private const MOST_SECONDS = 900.0;

    public function __construct(
        public string $file,
        public PrintSize $paper,
        public Length $margin,
        public Length $overlap,
        /** What stands at each sheet's foot, before its place. */
        public string $title,
        public string $target,
    ) {
    }

    public static function name(): string
    {
        return 'tile';
    }

    public static function fromJson(JsonReader $job): self
    {
        $paper = $job->floats('paper');

        return new self(
            JobPath::in($job, 'file'),
            PrintSize::millimetres($paper[0] ?? 0.0, $paper[1] ?? 0.0),
            Length::millimetres($job->float('margin')),
            Length::millimetres($job->float('overlap')),
            $job->string('title'),
            JobPath::in($job, 'target'),
        );
    }

    public function toArray(): array
    {
        return [
            'file' => JobPath::encoded($this->file),
            'paper' => [$this->paper->width->inMillimetres(), $this->paper->height->inMillimetres()],
            'margin' => $this->margin->inMillimetres(),
            'overlap' => $this->overlap->inMillimetres(),
            'title' => $this->title,
            'target' => JobPath::encoded($this->target),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->file], [$this->target]);
    }

    public function timeLimit(): float
    {
        return self::MOST_SECONDS;
    }
}
