<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

use Snugfit\Core\JsonReader;

/** What came of outlines: whether the picture is one for them, and how near they are to it. */
final readonly class TraceReport
{
    /** Of the picture, what lies in even or graded areas at least, and what is neither at most: a drawing has its edges beside them. */
    private const LEAST_EVEN = 0.45;
    private const MOST_MOTTLED = 0.08;

    /** Of the picture, what outlines may miss by more than is seen at once. */
    private const MOST_OFF = 0.3;

    /** CIEDE2000 that is seen at once. */
    public const SEEN = 5.0;

    public function __construct(
        /** Of all pixels, those in areas of one colour or one gradient. */
        public float $even,
        /** Those in areas that change in no way that outlines know. */
        public float $mottled,
        public int $colours,
        public int $shapes,
        public int $nodes,
        /** Of the SVG. */
        public int $bytes,
        /** CIEDE2000 between picture and outlines, at the picture's own pixels. */
        public float $meanOff,
        public float $worstOff,
        /** Of all pixels, those that are off by more than is seen at once. */
        public float $offShare,
        /** Whether it looks like a photograph, and its outlines do. */
        public bool $isPhoto = false,
    ) {
    }

    public function isSuited(): bool
    {
        return !$this->isPhoto && self::suits($this->even, $this->mottled) && $this->offShare <= self::MOST_OFF;
    }

    /** What is seen before outlines are made. */
    public static function suits(float $even, float $mottled): bool
    {
        return $even >= self::LEAST_EVEN && $mottled <= self::MOST_MOTTLED;
    }

    /** One sentence. */
    public function why(): string
    {
        $percent = static fn (float $share): string => \sprintf('%d %%', (int) round(100 * $share));

        return match (true) {
            $this->isSuited() => \sprintf(
                '%s of the picture are areas of one colour or an even gradient; outlines keep all but %s of it.',
                $percent($this->even),
                \sprintf('%.1f %%', 100 * $this->offShare),
            ),
            $this->isPhoto => 'It is a photograph: outlines would lose its detail. A way of enlarging keeps it.',
            $this->mottled > self::MOST_MOTTLED => \sprintf(
                'It is neither flat nor evenly shaded: %s of it would lose its shading. A way of enlarging keeps it.',
                $percent($this->mottled),
            ),
            $this->even < self::LEAST_EVEN => \sprintf(
                'Only %s of it are areas of one colour; the rest is detail that outlines would lose. A way of enlarging keeps it.',
                $percent($this->even),
            ),
            default => \sprintf('Outlines would look otherwise on %s of it. A way of enlarging keeps it.', $percent($this->offShare)),
        };
    }

    /** @return array<string, bool|float|int|string> */
    public function toArray(): array
    {
        return [
            'suited' => $this->isSuited(),
            'why' => $this->why(),
            'colours' => $this->colours,
            'shapes' => $this->shapes,
            'nodes' => $this->nodes,
            'bytes' => $this->bytes,
            'meanOff' => round($this->meanOff, 3),
            'worstOff' => round($this->worstOff, 2),
            'offShare' => round($this->offShare, 5),
            'even' => round($this->even, 4),
            'mottled' => round($this->mottled, 4),
            'photo' => $this->isPhoto,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->float('even'),
            $record->float('mottled'),
            $record->int('colours'),
            $record->int('shapes'),
            $record->int('nodes'),
            $record->int('bytes'),
            $record->float('meanOff'),
            $record->float('worstOff'),
            $record->float('offShare'),
            $record->bool('photo'),
        );
    }
}
