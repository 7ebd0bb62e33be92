<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Points along a line -> as few lines, arcs and cubic Béziers as stay within a tolerance of all of them. What is found to be
 * straight or round is made truly so; corners are where both sides meet, not where pixels rounded them off.
 */
final readonly class CurveFitter
{
    /** Cosine of the turn from which on two sides are those of a thin line, which has a blunt end. */
    private const BACK = -0.8;

    /** Of the tolerance, what all points may lie off a whole circle: it is worth more than what is saved by any other curve. */
    private const ROUND = 2.0;

    private CornerFinder $corners;

    private SmoothFitter $smooth;

    private SymmetryFinder $symmetry;

    /**
     * @param float $tolerance pixels that a point may lie off
     * @param float $corner    degrees by which a corner turns at least
     */
    public function __construct(private float $tolerance, float $corner)
    {
        $this->corners = new CornerFinder($corner);
        $this->smooth = new SmoothFitter($tolerance);
        $this->symmetry = new SymmetryFinder($tolerance);
    }

    /**
     * From the first point to the last, which both stay where they are.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    public function open(array $points): Border
    {
        $last = \count($points) - 1;

        return $this->through($points, [0, ...SharpCorners::among($points, $this->corners->find($points, false), false), $last], false);
    }

    /**
     * Round and back; the first point is not given again at the end.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    public function loop(array $points): Border
    {
        $circle = $this->circle($points);
        if (null !== $circle) {
            return self::round($circle, $points);
        }
        $mirror = $this->symmetry->find($points);
        $half = null === $mirror ? null : MirroredHalf::of($points, $mirror);
        if (null !== $mirror && null !== $half) {
            return MirroredHalf::closed($this->half($half->points, $mirror), $mirror);
        }
        $corners = SharpCorners::among($points, $this->corners->find($points, true), true);
        $start = [] === $corners ? self::leftmost($points) : $corners[0];
        $turned = [...\array_slice($points, $start), ...\array_slice($points, 0, $start), $points[$start]];
        $places = array_map(static fn (int $i): int => $i - $start, $corners);

        return $this->through($turned, [] === $corners ? [0, \count($points)] : [...$places, \count($points)], true, [] !== $corners);
    }

    /**
     * From the mirror and back to it, leaving and reaching it squarely but for corners that lie on it.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    private function half(array $points, Mirror $mirror): Border
    {
        $last = \count($points) - 1;
        // With the other side, so that corners on the mirror are seen.
        $all = [...$points, ...array_map($mirror->of(...), array_reverse(\array_slice($points, 1, -1)))];
        $corners = SharpCorners::among($all, $this->corners->find($all, true), true);
        $side = $mirror->off($points[intdiv($last, 2)]) > 0 ? 1 : -1;
        $square = [$side * $mirror->dy, -$side * $mirror->dx];
        $isSharp = static fn (int $end): bool => [] !== array_filter(
            $corners,
            static fn (int $i): bool => min(abs($i - $end), \count($all) - abs($i - $end)) <= SharpCorners::ROUNDED,
        );
        [$out, $into] = [$square, [-$square[0], -$square[1]]];
        if ($isSharp(0)) {
            [$points[0], $out] = [self::onMirror($points, $mirror), null];
        }
        if ($isSharp($last)) {
            [$points[$last], $into] = [self::onMirror(array_reverse($points), $mirror), null];
        }
        $places = array_filter($corners, static fn (int $i): bool => $i > SharpCorners::ROUNDED && $i < $last - SharpCorners::ROUNDED);

        return $this->through($points, [0, ...array_values($places), $last], false, true, $out, $into);
    }

    /**
     * Where a side that reaches the mirror in a corner meets it.
     *
     * @param non-empty-list<array{float, float}> $points from there
     *
     * @return array{float, float}
     */
    private static function onMirror(array $points, Mirror $mirror): array
    {
        $part = \array_slice($points, SharpCorners::ROUNDED, SharpCorners::SIDE);
        if (\count($part) < SharpCorners::TELLING) {
            return $points[0];
        }
        $side = StraightFit::of($part);
        $over = $side->dx * $mirror->dy - $side->dy * $mirror->dx;
        if (abs($over) < 1e-6) {
            return $points[0];
        }
        $along = -$mirror->off([$side->x, $side->y]) / $over;
        $place = $mirror->nearest([$side->x + $along * $side->dx, $side->y + $along * $side->dy]);

        return Polyline::far($place, $points[0]) <= SharpCorners::reachBySine(abs($over)) ? $place : $points[0];
    }

    /** @param list<array{float, float}> $points */
    private function circle(array $points): ?CircleFit
    {
        $circle = CircleFit::of($points);
        if (null === $circle || \count($points) < 6) {
            return null;
        }
        // Points are a pixel apart or nearer: few of them on a large circle are none.
        if (\count($points) < 3.5 * $circle->radius) {
            return null;
        }

        return $circle->deviation($points) <= self::ROUND * $this->tolerance ? $circle : null;
    }

    /** @param non-empty-list<array{float, float}> $points */
    private static function round(CircleFit $circle, array $points): Border
    {
        $turns = Polyline::area($points) > 0;
        [$x, $y, $radius] = [$circle->x, $circle->y, $circle->radius];
        $down = $turns ? $radius : -$radius;
        $quarters = [[$x, $y - $down], [$x + $radius, $y], [$x, $y + $down], [$x - $radius, $y]];

        return new Border(
            $quarters[3],
            array_map(static fn (array $end): ArcSegment => new ArcSegment($radius, false, $turns, $end), $quarters),
        );
    }

    /** @param non-empty-list<array{float, float}> $points */
    private static function leftmost(array $points): int
    {
        $least = 0;
        foreach ($points as $i => [$x]) {
            $least = $x < $points[$least][0] ? $i : $least;
        }

        return $least;
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param non-empty-list<int>                 $places of corners, the first and the last point among them
     * @param bool                                $isCorner whether a closed line has one where it begins
     * @param ?array{float, float}                $out      the direction in which it has to leave its start; null for its own
     * @param ?array{float, float}                $into     and the one in which it has to reach its end
     */
    private function through(
        array $points,
        array $places,
        bool $isClosed,
        bool $isCorner = true,
        ?array $out = null,
        ?array $into = null,
    ): Border {
        $pieces = \count($places) - 1;
        $at = [];
        foreach ($places as $k => $i) {
            $at[$k] = $points[$i];
        }
        [$inner, $straight] = [[], []];
        for ($k = 0; $k < $pieces; ++$k) {
            $inner[$k] = self::inner($points, $places[$k], $places[$k + 1], $isCorner ? SharpCorners::ROUNDED : 1);
            $straight[$k] = $this->straight($inner[$k], $at[$k], $at[$k + 1]);
        }
        // Where each piece begins, and where the one before it ends: at a blunt end of a thin line, two places.
        $ends = $at;
        if ($isCorner) {
            for ($k = $isClosed ? 0 : 1; $k < $pieces; ++$k) {
                $before = ($k - 1 + $pieces) % $pieces;
                [$ends[$k], $at[$k]] = self::corner($at[$k], $inner[$before], $straight[$before], $inner[$k], $straight[$k]);
            }
            if ($isClosed) {
                [$ends[$pieces], $at[$pieces]] = [$ends[0], $at[0]];
            }
        }
        $segments = [];
        for ($k = 0; $k < $pieces; ++$k) {
            $end = $ends[$k + 1];
            array_push($segments, ...null !== $straight[$k]
                ? [new LineSegment(...$end)]
                : $this->smooth->fit(
                    [$at[$k], ...$inner[$k], $end],
                    !$isCorner,
                    0 === $k ? $out : null,
                    $k === $pieces - 1 ? $into : null,
                ));
            if ($end !== $at[$k + 1]) {
                $segments[] = new LineSegment(...$at[$k + 1]);
            }
        }

        return new Border($at[0], $segments);
    }

    /**
     * What lies between two corners, without what pixels rounded off there.
     *
     * @param list<array{float, float}> $points
     *
     * @return list<array{float, float}>
     */
    private static function inner(array $points, int $from, int $to, int $beside): array
    {
        [$start, $end] = [$from + $beside, $to - $beside];
        if ($end - $start < 1) {
            [$start, $end] = [$from + 1, $to - 1];
        }

        return $end < $start ? [] : \array_slice($points, $start, $end - $start + 1);
    }

    /**
     * @param list<array{float, float}> $inner
     * @param array{float, float}       $from
     * @param array{float, float}       $to
     */
    private function straight(array $inner, array $from, array $to): ?StraightFit
    {
        $points = \count($inner) < 3 ? [$from, ...$inner, $to] : $inner;
        $fit = StraightFit::of($points);

        return $fit->deviation($points) <= StraightRunFinder::OF_TOLERANCE * $this->tolerance ? $fit : null;
    }

    /**
     * @param array{float, float}       $point
     * @param list<array{float, float}> $before
     * @param list<array{float, float}> $after
     *
     * @return array{array{float, float}, array{float, float}} where one side ends and the other begins
     */
    private static function corner(array $point, array $before, ?StraightFit $one, array $after, ?StraightFit $other): array
    {
        $one ??= \count($before) < 2 ? null : StraightFit::of(\array_slice($before, -SharpCorners::SIDE));
        $other ??= \count($after) < 2 ? null : StraightFit::of(\array_slice($after, 0, SharpCorners::SIDE));
        if (null === $one || null === $other) {
            return [$point, $point];
        }
        $crossing = $one->crossing($other);
        if (null !== $crossing && hypot($crossing[0] - $point[0], $crossing[1] - $point[1]) <= SharpCorners::reach($one, $other)) {
            return [$crossing, $crossing];
        }
        $turn = $one->dx * $other->dx + $one->dy * $other->dy;

        return $turn < self::BACK ? [$one->nearest($point), $other->nearest($point)] : [$point, $point];
    }
}
