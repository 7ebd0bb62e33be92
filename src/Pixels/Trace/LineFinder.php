<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/**
 * Finds lines that are thinner than any even area: pixels that look neither like what they were given to nor like a mixture of it and
 * what lies beside them.
 */
final readonly class LineFinder
{
    /** Levels, all bands together, by which a pixel may differ from what it is given to, or a mixture of that and what is beside it. */
    private const MIXED = 40;
    private const MIXED_NOISY = 5.0;

    /** Of a line's paint, what its pixels have at least between two paints, and for each level of noise; and its strongest anywhere. */
    private const ON_EDGE = 0.4;
    private const ON_EDGE_NOISY = 0.03;
    private const ON_EDGE_MOST = 0.85;
    private const LEAST_SHARE = 0.3;

    /** Levels that having little of a paint costs; pixels that need another one; most of those. */
    private const OF_LITTLE = 60.0;
    private const LEAST_OF_LINE = 4;
    private const MOST_LINE_PAINTS = 24;

    /** Of a line's paint, what its own pixels have at least, as a share of what its strongest has. */
    private const OF_STRONGEST = 0.5;

    /** Levels, all bands together, that no mixture explains. */
    private float $mixed;

    private float $onEdge;

    /** @param ?int $wanted colours; null where lines may have others than areas */
    public function __construct(private PaintMap $map, private float $noise, private ?int $wanted)
    {
        $this->mixed = self::MIXED + self::MIXED_NOISY * $noise;
        $this->onEdge = min(self::ON_EDGE_MOST, self::ON_EDGE + self::ON_EDGE_NOISY * $noise);
    }

    /** @param list<int> $loose pixels that are part of no even area */
    public function find(array $loose): void
    {
        $strange = [];
        foreach ($loose as $at) {
            if (!$this->isExplained($at)) {
                $strange[$at] = $this->map->off($at, $this->map->paintAt(\ord($this->map->map[$at]), $at));
            }
        }
        $before = $this->map->map;
        $paints = $this->linePaints($strange);
        [$shares, $given] = [[], []];
        foreach (array_keys($strange) as $at) {
            $found = $this->nearest($at, $paints);
            if (null !== $found) {
                [$given[$at], $shares[$at]] = $found;
            }
        }
        // What has less of a line's paint than its strongest neighbour has is what it was: the line's edge.
        $w = $this->map->width;
        foreach ($given as $at => $paint) {
            $strongest = $shares[$at];
            foreach ([-1, 1, -$w, $w, -$w - 1, -$w + 1, $w - 1, $w + 1] as $step) {
                if (($given[$at + $step] ?? null) === $paint && $shares[$at + $step] > $strongest) {
                    $strongest = $shares[$at + $step];
                }
            }
            // Between two paints, an edge's own ripples look a little like a line.
            $isEdge = $before[$at - 2] !== $before[$at + 2] || ($before[$at - 2 * $w] ?? '') !== ($before[$at + 2 * $w] ?? '');
            $needed = max(self::OF_STRONGEST * $strongest, $isEdge ? $this->onEdge : 0.0);
            if ($shares[$at] >= $needed) {
                $this->map->map[$at] = \chr($paint);
            }
        }
    }

    /**
     * The paints that lines have: those there are, where they explain them, and others that enough of the lines need.
     *
     * @param array<int, int> $strange levels that a pixel is off, by its place
     *
     * @return list<int>
     */
    private function linePaints(array $strange): array
    {
        $w = $this->map->width;
        $ridge = [];
        foreach ($strange as $at => $off) {
            foreach ([-1, 1, -$w, $w, -$w - 1, -$w + 1, $w - 1, $w + 1] as $step) {
                if (($strange[$at + $step] ?? -1) > $off) {
                    continue 2;
                }
            }
            $ridge[$at] = $off;
        }
        arsort($ridge);
        $all = array_keys(array_filter($this->map->paints, static fn (PixelPaint $paint): bool => !$paint->isGraded()));
        [$used, $left] = [[], []];
        foreach (array_keys($ridge) as $at) {
            $found = $this->nearest($at, $all);
            if (null === $found) {
                $left[] = $at;
            } else {
                $used[$found[0]] = true;
            }
        }
        $most = null === $this->wanted ? self::MOST_LINE_PAINTS : max(0, $this->wanted - \count($this->map->paints));
        while (\count($left) >= self::LEAST_OF_LINE && $most > 0 && \count($this->map->paints) < PaintMap::OUTSIDE - 1) {
            $at = $left[intdiv(\count($left), 20)];
            $levels = [];
            for ($band = 0; $band < $this->map->bands; ++$band) {
                $levels[] = (float) \ord($this->map->pixels[$at * $this->map->bands + $band]);
            }
            $number = \count($this->map->paints);
            $this->map->paints[] = new PixelPaint(PaintMerger::pure($levels, $this->noise));
            $rest = array_values(array_filter($left, fn (int $one): bool => $one !== $at && null === $this->nearest($one, [$number])));
            if (\count($left) - \count($rest) >= self::LEAST_OF_LINE) {
                $used[$number] = true;
                --$most;
            } else {
                array_pop($this->map->paints);
            }
            $left = $rest;
        }

        return array_keys($used);
    }

    /**
     * The paint of which a pixel has most, on the paint that it was given.
     *
     * @param list<int> $paints
     *
     * @return ?array{int, float} with the share; null where it is a mixture with none of them
     */
    private function nearest(int $at, array $paints): ?array
    {
        $own = \ord($this->map->map[$at]);
        $ground = $this->map->paintAt($own, $at);
        [$best, $of] = [null, \INF];
        foreach ($paints as $number) {
            if ($number === $own) {
                continue;
            }
            [$has, $off] = $this->map->share($at, $ground, $this->map->paints[$number]->levels);
            // One that it has all of is nearer than one that it has a trace of.
            $cost = $off + self::OF_LITTLE * (1.0 - $has);
            if ($off <= $this->mixed && $has >= self::LEAST_SHARE && $cost < $of) {
                [$best, $of] = [[$number, $has], $cost];
            }
        }

        return $best;
    }

    /** Whether a pixel is of the paint it was given, or a mixture of it and another close by. */
    private function isExplained(int $at): bool
    {
        $paint = \ord($this->map->map[$at]);
        $own = $this->map->paintAt($paint, $at);
        $mixed = $this->mixed;
        if ($this->map->off($at, $own) <= $mixed) {
            return true;
        }
        $tried = [$paint => true, PaintMap::OUTSIDE => true, PaintMap::NONE => true];
        foreach ([1, 2] as $far) {
            for ($dy = -$far; $dy <= $far; ++$dy) {
                $step = abs($dy) === $far ? 1 : 2 * $far;
                for ($dx = -$far; $dx <= $far; $dx += $step) {
                    $other = \ord($this->map->map[$at + $dy * $this->map->width + $dx] ?? "\xff");
                    if (isset($tried[$other])) {
                        continue;
                    }
                    $tried[$other] = true;
                    if ($this->map->share($at, $own, $this->map->paintAt($other, $at))[1] <= $mixed) {
                        return true;
                    }
                }
            }
        }

        return false;
    }
}
