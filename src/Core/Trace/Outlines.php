<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A picture as areas with outlines. */
final readonly class Outlines
{
    /** Straight pieces that a curve is taken for, unless told. */
    private const PIECES = 6;

    /**
     * @param float        $width   pixels of the picture that it was made from
     * @param list<Paint>  $paints
     * @param list<Border> $borders each once, whatever lies beside it
     * @param list<Shape>  $shapes
     */
    public function __construct(
        public float $width,
        public float $height,
        public array $paints,
        public array $borders,
        public array $shapes,
    ) {
    }

    /**
     * The same borders with other paints.
     *
     * @param list<Paint> $paints
     * @param list<Shape> $shapes
     */
    public function with(array $paints, array $shapes): self
    {
        return new self($this->width, $this->height, $paints, $this->borders, $shapes);
    }

    /**
     * A ring as a polygon, curves by short straight pieces.
     *
     * @param list<array{int, bool}> $ring
     * @param int                    $pieces for each curve
     *
     * @return list<array{float, float}>
     */
    public function points(array $ring, int $pieces = self::PIECES): array
    {
        $points = [];
        foreach ($ring as [$border, $isBack]) {
            $line = $isBack ? $this->borders[$border]->reversed() : $this->borders[$border];
            $from = $line->start;
            foreach ($line->segments as $segment) {
                foreach ($segment instanceof LineSegment ? [] : $segment->cubicsFrom($from) as $cubic) {
                    for ($k = 1; $k < $pieces; ++$k) {
                        $points[] = $cubic->at($from, $k / $pieces);
                    }
                    $from = $cubic->end();
                    $points[] = $from;
                }
                $from = $segment->end();
                $points[] = $from;
            }
        }

        return $points;
    }

    /**
     * @param list<array{int, bool}> $ring
     *
     * @return float pixels within it
     */
    public function area(array $ring): float
    {
        return abs(Polyline::area($this->points($ring)));
    }

    /** @return array<int, float> share of the picture that each paint covers, by its number */
    public function shares(): array
    {
        $shares = [];
        foreach ($this->shapes as $shape) {
            $holes = array_map($this->area(...), \array_slice($shape->rings, 1));
            $shares[$shape->paint] = ($shares[$shape->paint] ?? 0.0)
                + max(0.0, $this->area($shape->rings[0]) - array_sum($holes)) / ($this->width * $this->height);
        }

        return $shares;
    }

    public function nodes(): int
    {
        return array_sum(array_map(static fn (Border $border): int => \count($border->segments), $this->drawn()));
    }

    /** @return list<Border> what is drawn: outlines of areas, and the middles of lines of one width in the place of their outlines */
    public function drawn(): array
    {
        $within = $this->withinPens();

        return [
            ...array_values(array_diff_key($this->borders, $within)),
            ...array_values(array_filter(array_map(static fn (Shape $shape): ?Border => $shape->pen?->middle, $this->shapes))),
        ];
    }

    /** @return array<int, true> the borders of lines of one width: what lies round those goes on beneath them */
    public function withinPens(): array
    {
        $within = [];
        foreach ($this->shapes as $shape) {
            foreach (null === $shape->pen ? [] : $shape->rings as $ring) {
                foreach ($ring as [$border]) {
                    $within[$border] = true;
                }
            }
        }

        return $within;
    }

    /** Where every place lies so many times as far from the picture's corner. */
    public function scaled(float $times): self
    {
        return new self(
            $this->width * $times,
            $this->height * $times,
            array_map(
                static fn (Paint $paint): Paint => new Paint(
                    $paint->colour,
                    $paint->opacity,
                    $paint->gradient?->scaled($times),
                    $paint->name,
                ),
                $this->paints,
            ),
            array_map(static fn (Border $border): Border => $border->scaled($times), $this->borders),
            array_map(static fn (Shape $shape): Shape => $shape->scaled($times), $this->shapes),
        );
    }

    /** With what shines through mixed with white, as paper shows it. */
    public function onWhite(): self
    {
        return $this->with(array_map(static fn (Paint $paint): Paint => $paint->onWhite(), $this->paints), $this->shapes);
    }
}
