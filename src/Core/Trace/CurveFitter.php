<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Points along a line -> as few lines, arcs and cubic Béziers as stay within a tolerance of all of them. What is found to be
 * straight or round is made truly so; corners are where both sides meet, not where pixels rounded them off.
 */
final readonly class CurveFitter
{
    /** Points beside a corner that pixels rounded off, and those after them that tell a side's direction. */
    private const ROUNDED = 2;
    private const SIDE = 7;

    /** Pixels that a corner may lie from the point that was nearest to it. */
    private const CORNER_REACH = 2.5;

    /** Cosine of the turn from which on two sides are those of a thin line, which has a blunt end. */
    private const BACK = -0.8;

    /** A line or an arc is taken where a cubic reaches no farther than so many times. */
    private const OVER_LINE = 1.5;
    private const OVER_ARC = 1.35;

    private CornerFinder $corners;

    /**
     * @param float $tolerance pixels that a point may lie off
     * @param float $corner    degrees by which a corner turns at least
     */
    public function __construct(private float $tolerance, float $corner)
    {
        $this->corners = new CornerFinder($corner);
    }

    /**
     * From the first point to the last, which both stay where they are.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    public function open(array $points): Border
    {
        $last = \count($points) - 1;

        return $this->through($points, [0, ...$this->corners->find($points, false), $last], false);
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
        $corners = $this->corners->find($points, true);
        $start = [] === $corners ? self::leftmost($points) : $corners[0];
        $turned = [...\array_slice($points, $start), ...\array_slice($points, 0, $start), $points[$start]];
        $places = array_map(static fn (int $i): int => $i - $start, $corners);

        return $this->through($turned, [] === $corners ? [0, \count($points)] : [...$places, \count($points)], true, [] !== $corners);
    }

    /** @param list<array{float, float}> $points */
    private function circle(array $points): ?CircleFit
    {
        $circle = CircleFit::of($points);
        if (null === $circle || \count($points) < 6) {
            return null;
        }
        $squares = 0.0;
        foreach ($points as $point) {
            $off = $circle->distance($point);
            if ($off > 1.6 * $this->tolerance) {
                return null;
            }
            $squares += $off * $off;
        }

        return sqrt($squares / \count($points)) <= 0.6 * $this->tolerance ? $circle : null;
    }

    /** @param non-empty-list<array{float, float}> $points */
    private static function round(CircleFit $circle, array $points): Border
    {
        $area = 0.0;
        foreach ($points as $i => [$x, $y]) {
            [$nx, $ny] = $points[($i + 1) % \count($points)];
            $area += $x * $ny - $nx * $y;
        }
        [$left, $right] = [[$circle->x - $circle->radius, $circle->y], [$circle->x + $circle->radius, $circle->y]];
        $turns = $area > 0;

        return new Border(
            $left,
            [new ArcSegment($circle->radius, false, $turns, $right), new ArcSegment($circle->radius, false, $turns, $left)],
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
     */
    private function through(array $points, array $places, bool $isClosed, bool $isCorner = true): Border
    {
        $pieces = \count($places) - 1;
        $at = [];
        foreach ($places as $k => $i) {
            $at[$k] = $points[$i];
        }
        [$inner, $straight] = [[], []];
        for ($k = 0; $k < $pieces; ++$k) {
            $inner[$k] = self::inner($points, $places[$k], $places[$k + 1], $isCorner ? self::ROUNDED : 1);
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
                : $this->smooth([$at[$k], ...$inner[$k], $end], !$isCorner));
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
        if (\count($inner) < 3) {
            $fit = StraightFit::of([$from, ...$inner, $to]);
            foreach ($inner as $point) {
                if ($fit->distance($point) > $this->tolerance) {
                    return null;
                }
            }

            return $fit;
        }
        $fit = StraightFit::of($inner);
        foreach ($inner as $point) {
            if ($fit->distance($point) > $this->tolerance) {
                return null;
            }
        }

        return $fit;
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
        $one ??= \count($before) < 2 ? null : StraightFit::of(\array_slice($before, -self::SIDE));
        $other ??= \count($after) < 2 ? null : StraightFit::of(\array_slice($after, 0, self::SIDE));
        if (null === $one || null === $other) {
            return [$point, $point];
        }
        $crossing = $one->crossing($other);
        if (null !== $crossing && hypot($crossing[0] - $point[0], $crossing[1] - $point[1]) <= self::CORNER_REACH) {
            return [$crossing, $crossing];
        }

        return $one->dx * $other->dx + $one->dy * $other->dy < self::BACK ? [$one->nearest($point), $other->nearest($point)] : [$point, $point];
    }

    /**
     * Piece by piece, each as long as the tolerance lets it be.
     *
     * @param non-empty-list<array{float, float}> $points
     * @param bool                                $isClosed whether it goes on smoothly from its end to its start
     *
     * @return list<Segment>
     */
    private function smooth(array $points, bool $isClosed): array
    {
        $last = \count($points) - 1;
        if ($last < 2) {
            return [new LineSegment(...$points[$last])];
        }
        $first = $isClosed ? self::across([...\array_slice($points, -5, 4), ...\array_slice($points, 0, 5)]) : self::outOf($points);
        $final = $isClosed ? $first : self::backwards(self::outOf(array_reverse(\array_slice($points, -10))));
        [$segments, $i, $out] = [[], 0, $first];
        while ($i < $last) {
            [$segment, $j, $out] = $this->next($points, $i, $last, $out, $final);
            $segments[] = $segment;
            $points[$j] = $segment->end();
            $i = $j;
        }

        return $segments;
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param array{float, float}                 $out
     * @param array{float, float}                 $final
     *
     * @return array{Segment, int, array{float, float}} with where it ends, and its direction there
     */
    private function next(array $points, int $i, int $last, array $out, array $final): array
    {
        [$line] = $this->reach($i, $last, 4, fn (int $j): ?bool => $this->isStraight($points, $i, $j) ? true : null);
        if ($line === $last) {
            return [new LineSegment(...$points[$last]), $last, $final];
        }
        [$arc, $circle] = $this->reach($i, $last, max(6, $line - $i), fn (int $j): ?array => $this->arc($points, $i, $j));
        $directed = static fn (int $j): array => $j === $last ? $final : self::across(\array_slice($points, max(0, $j - 4), 9));
        [$cubic, $curve] = $arc === $last ? [$i, null] : $this->reach(
            $i,
            $last,
            max(8, $arc - $i),
            function (int $j) use ($points, $i, $out, $directed): ?CubicSegment {
                [$curve, $off] = CubicFit::of(\array_slice($points, $i, $j - $i + 1), $out, $directed($j));

                return $off <= $this->tolerance ? $curve : null;
            },
        );
        $reaches = [$line - $i, $arc - $i, $cubic - $i];
        if (null !== $curve && $reaches[2] > self::OVER_ARC * $reaches[1] && $reaches[2] > self::OVER_LINE * $reaches[0]) {
            return [$curve, $cubic, $directed($cubic)];
        }
        if (null !== $circle && $reaches[1] > self::OVER_LINE / self::OVER_ARC * $reaches[0]) {
            [$segment, $direction] = self::arcSegment($circle, $points[$i], $points[$arc]);

            return [$segment, $arc, $direction];
        }
        $j = max($i + 1, $line);
        $fit = StraightFit::of(\array_slice($points, $i, $j - $i + 1));

        return [new LineSegment(...$points[$j]), $j, [$fit->dx, $fit->dy]];
    }

    /**
     * The farthest place that passes, by doubling and halving.
     *
     * @template T
     *
     * @param \Closure(int): ?T $try
     *
     * @return array{int, ?T} the start where none passes
     */
    private function reach(int $i, int $last, int $guess, \Closure $try): array
    {
        [$good, $found, $bad] = [$i, null, $last + 1];
        $j = min($last, $i + $guess);
        while (true) {
            $made = $try($j);
            if (null !== $made) {
                [$good, $found] = [$j, $made];
            } else {
                $bad = $j;
            }
            if ($bad - $good <= 1 || $good === $last) {
                return [$good, $found];
            }
            $j = $bad > $last
                ? min($last, $i + 2 * ($good - $i))
                : intdiv($good + $bad, 2);
            // What can be only a little longer is long enough.
            if ($bad <= $last && $good > $i && $bad - $good <= max(1, intdiv($good - $i, 12))) {
                return [$good, $found];
            }
        }
    }

    /** @param non-empty-list<array{float, float}> $points */
    private function isStraight(array $points, int $i, int $j): bool
    {
        [[$fx, $fy], [$tx, $ty]] = [$points[$i], $points[$j]];
        $chord = hypot($tx - $fx, $ty - $fy);
        if ($chord < 1e-9) {
            return false;
        }
        [$dx, $dy] = [($tx - $fx) / $chord, ($ty - $fy) / $chord];
        for ($k = $i + 1; $k < $j; ++$k) {
            if (abs(($points[$k][0] - $fx) * $dy - ($points[$k][1] - $fy) * $dx) > $this->tolerance) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     *
     * @return ?array{CircleFit, float}
     */
    private function arc(array $points, int $i, int $j): ?array
    {
        $part = \array_slice($points, $i, $j - $i + 1);
        $found = CircleFit::between($part);
        if (null === $found) {
            return null;
        }
        $circle = $found[0];
        foreach ($part as $point) {
            if ($circle->distance($point) > $this->tolerance) {
                return null;
            }
        }

        return $found;
    }

    /**
     * @param array{CircleFit, float} $found
     * @param array{float, float}     $from
     * @param array{float, float}     $to
     *
     * @return array{ArcSegment, array{float, float}} with its direction at its end
     */
    private static function arcSegment(array $found, array $from, array $to): array
    {
        [$circle, $height] = $found;
        // To the right of the way on paper, it turns against the clock.
        $turns = $height < 0;
        [$rx, $ry] = [($to[0] - $circle->x) / $circle->radius, ($to[1] - $circle->y) / $circle->radius];

        return [
            new ArcSegment($circle->radius, abs($height) > $circle->radius, $turns, $to),
            $turns ? [-$ry, $rx] : [$ry, -$rx],
        ];
    }

    /** The direction of some points. @param non-empty-list<array{float, float}> $points @return array{float, float} */
    private static function across(array $points): array
    {
        $fit = StraightFit::of($points);

        return [$fit->dx, $fit->dy];
    }

    /**
     * The direction in which points leave the first of them: of the parabola from there that lies nearest to them.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return array{float, float}
     */
    private static function outOf(array $points): array
    {
        [$fx, $fy] = $points[0];
        [$s2, $s3, $s4, $x1, $x2, $y1, $y2] = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        $some = \array_slice($points, 1, 9);
        $length = 0.0;
        [$px, $py] = [$fx, $fy];
        foreach ($some as [$x, $y]) {
            $length += hypot($x - $px, $y - $py);
            [$px, $py] = [$x, $y];
            $square = $length * $length;
            $s2 += $square;
            $s3 += $square * $length;
            $s4 += $square * $square;
            $x1 += ($x - $fx) * $length;
            $x2 += ($x - $fx) * $square;
            $y1 += ($y - $fy) * $length;
            $y2 += ($y - $fy) * $square;
        }
        $determinant = $s2 * $s4 - $s3 * $s3;
        [$dx, $dy] = \count($some) < 4 || $determinant < 1e-9
            ? [$px - $fx, $py - $fy]
            : [($x1 * $s4 - $x2 * $s3) / $determinant, ($y1 * $s4 - $y2 * $s3) / $determinant];
        $norm = hypot($dx, $dy);

        return $norm < 1e-9 ? [1.0, 0.0] : [$dx / $norm, $dy / $norm];
    }

    /** @param array{float, float} $direction @return array{float, float} */
    private static function backwards(array $direction): array
    {
        return [-$direction[0], -$direction[1]];
    }
}
