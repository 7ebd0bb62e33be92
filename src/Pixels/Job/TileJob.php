<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** Lay a print file at its true size over sheets of smaller paper, or a strip of it on one. */
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
        /** Of a strip out of it, on one sheet, how high that is; null for all of it. */
        public ?Length $strip = null,
        /** Where the strip's middle lies, in shares of the print. */
        public float $across = 0.5,
        public float $down = 0.5,
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
            $job->has('strip') ? Length::millimetres($job->float('strip')) : null,
            $job->optionalFloat('across') ?? 0.5,
            $job->optionalFloat('down') ?? 0.5,
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
            ...null === $this->strip
                ? []
                : ['strip' => $this->strip->inMillimetres(), 'across' => $this->across, 'down' => $this->down],
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
