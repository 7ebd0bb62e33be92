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

    /** Pixels that a square corner may lie from the point that was nearest to it; a sharp one more. */
    private const CORNER_REACH = 1.5;

    /** Cosine of the turn from which on two sides are those of a thin line, which has a blunt end. */
    private const BACK = -0.8;

    /** Straight: points before and behind one that tell, radians that they turn at most, pixels,
     * those of a line that does not turn off at its ends, radians that others do, and share of the tolerance. */
    private const STRAIGHT_ARM = 5;
    private const STRAIGHT = 0.06;
    private const LEAST_RUN = 9.0;
    private const LONG_RUN = 60.0;
    private const TURNS_OFF = 0.1;
    private const OF_TOLERANCE = 0.7;

    /** Of the tolerance, what all points may lie off a whole circle: it is worth more than what is saved by any other curve. */
    private const ROUND = 2.0;

    /** Cosine of the angle by which an arc may leave what is before it. */
    private const SMOOTH = 0.992;

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
        // Points are a pixel apart or nearer: few of them on a large circle are none.
        if (\count($points) < 3.5 * $circle->radius) {
            return null;
        }

        return $circle->deviation($points) <= self::ROUND * $this->tolerance ? $circle : null;
    }

    /** @param non-empty-list<array{float, float}> $points */
    private static function round(CircleFit $circle, array $points): Border
    {
        $area = 0.0;
        foreach ($points as $i => [$x, $y]) {
            [$nx, $ny] = $points[($i + 1) % \count($points)];
            $area += $x * $ny - $nx * $y;
        }
        $turns = $area > 0;
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
        $points = \count($inner) < 3 ? [$from, ...$inner, $to] : $inner;
        $fit = StraightFit::of($points);

        return $fit->deviation($points) <= self::OF_TOLERANCE * $this->tolerance ? $fit : null;
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
        // Half of the angle between both sides: pixels take the more of a corner the sharper it is.
        $turn = $one->dx * $other->dx + $one->dy * $other->dy;
        $reach = self::CORNER_REACH / max(0.2, sqrt(max(0.0, (1 + $turn) / 2)));
        if (null !== $crossing && hypot($crossing[0] - $point[0], $crossing[1] - $point[1]) <= $reach) {
            return [$crossing, $crossing];
        }

        return $turn < self::BACK ? [$one->nearest($point), $other->nearest($point)] : [$point, $point];
    }

    /**
     * What has no corner: straight runs, and between them arcs or Béziers that leave and reach them in their own direction.
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
        $arc = $isClosed ? null : $this->arc($points, 0, $last);
        if (null !== $arc) {
            return self::arcSegments($arc, $points[0], $points[$last]);
        }
        $first = $isClosed ? self::across([...\array_slice($points, -5, 4), ...\array_slice($points, 0, 5)]) : self::outOf($points);
        $final = $isClosed ? $first : self::backwards(self::outOf(array_reverse(self::part($points, max(0, $last - 9), 10))));
        [$segments, $i, $out] = [[], 0, $first];
        foreach ($this->runs($points) as [$from, $to, $fit]) {
            if ($from > 0) {
                $points[$from] = $fit->nearest($points[$from]);
            }
            if ($to < $last) {
                $points[$to] = $fit->nearest($points[$to]);
            }
            $way = [$fit->dx, $fit->dy];
            array_push($segments, ...$this->curves($points, $i, $from, $out, $way));
            $segments[] = new LineSegment(...$points[$to]);
            [$i, $out] = [$to, $way];
        }
        array_push($segments, ...$this->curves($points, $i, $last, $out, $final));

        return $segments;
    }

    /**
     * Where points run straight on for a while.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return list<array{int, int, StraightFit}>
     */
    private function runs(array $points): array
    {
        $last = \count($points) - 1;
        $arm = self::STRAIGHT_ARM;
        [$runs, $start] = [[], null];
        for ($i = $arm; $i <= $last - $arm + 1; ++$i) {
            if ($i <= $last - $arm && self::turn($points, $i, $arm) < self::STRAIGHT) {
                $start ??= $i;
                continue;
            }
            if (null !== $start) {
                $run = $this->run($points, $start, $i - 1, [] === $runs ? 0 : $runs[\count($runs) - 1][1]);
                if (null !== $run) {
                    $runs[] = $run;
                }
                $start = null;
            }
        }

        return $runs;
    }

    /**
     * By how many radians points turn at one of them.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    private static function turn(array $points, int $i, int $arm): float
    {
        [$ax, $ay] = [$points[$i][0] - $points[$i - $arm][0], $points[$i][1] - $points[$i - $arm][1]];
        [$bx, $by] = [$points[$i + $arm][0] - $points[$i][0], $points[$i + $arm][1] - $points[$i][1]];

        return abs(atan2($ax * $by - $ay * $bx, $ax * $bx + $ay * $by));
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     *
     * @return ?array{int, int, StraightFit} null where it is short, or bends after all
     */
    private function run(array $points, int $from, int $to, int $least): ?array
    {
        if ($to - $from < 2) {
            return null;
        }
        $part = \array_slice($points, $from, $to - $from + 1);
        $fit = StraightFit::of($part);
        $most = self::OF_TOLERANCE * $this->tolerance;
        if ($fit->deviation($part) > $most) {
            return null;
        }
        while ($from > $least && abs($fit->off($points[$from - 1])) <= $most) {
            --$from;
        }
        while ($to < \count($points) - 1 && abs($fit->off($points[$to + 1])) <= $most) {
            ++$to;
        }
        $length = hypot($points[$to][0] - $points[$from][0], $points[$to][1] - $points[$from][1]);
        // A gentle curve is straight for a while anywhere: a line is where it turns off at its ends.
        $arm = self::STRAIGHT_ARM;
        $last = \count($points) - 1;
        $turnsOff = ($from < 2 * $arm || self::turn($points, $from - $arm, $arm) > self::TURNS_OFF)
            && ($to > $last - 2 * $arm || self::turn($points, $to + $arm, $arm) > self::TURNS_OFF);

        return $length >= ($turnsOff ? self::LEAST_RUN : self::LONG_RUN) ? [$from, $to, $fit] : null;
    }

    /**
     * Piece by piece, each as long as the tolerance lets it be.
     *
     * @param non-empty-list<array{float, float}> $points
     * @param array{float, float}                 $out    the direction at the start
     * @param array{float, float}                 $final  and at the end
     *
     * @return list<Segment>
     */
    private function curves(array $points, int $i, int $last, array $out, array $final): array
    {
        $segments = [];
        while ($i < $last) {
            if ($last - $i < 2) {
                return [...$segments, new LineSegment(...$points[$last])];
            }
            $arc = $this->arc($points, $i, $last);
            if (null !== $arc && self::leaves($arc, $points[$i], $points[$last], $out, $final)) {
                return [...$segments, ...self::arcSegments($arc, $points[$i], $points[$last])];
            }
            $directed = static fn (int $j): array => $j === $last ? $final : self::across(self::part($points, max(0, $j - 4), 9));
            [$j, $curve] = $this->reach(
                $i,
                $last,
                24,
                function (int $j) use ($points, $i, $out, $directed): ?CubicSegment {
                    [$curve, $off] = CubicFit::of(self::part($points, $i, $j - $i + 1), $out, $directed($j));

                    return $off <= $this->tolerance ? $curve : null;
                },
            );
            if (null === $curve) {
                $j = $i + 1;
                $curve = new LineSegment(...$points[$j]);
            }
            $segments[] = $curve;
            [$i, $out] = [$j, $directed($j)];
        }

        return $segments;
    }

    /**
     * Whether an arc goes on as what is before and behind it.
     *
     * @param array{CircleFit, float} $arc
     * @param array{float, float}     $from
     * @param array{float, float}     $to
     * @param array{float, float}     $out
     * @param array{float, float}     $final
     */
    private static function leaves(array $arc, array $from, array $to, array $out, array $final): bool
    {
        [$circle, $height] = $arc;
        $turn = $height < 0 ? 1 : -1;
        foreach ([[$from, $out], [$to, $final]] as [[$x, $y], [$dx, $dy]]) {
            $along = $turn * (-($y - $circle->y) * $dx + ($x - $circle->x) * $dy) / $circle->radius;
            if ($along < self::SMOOTH) {
                return false;
            }
        }

        return true;
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

    /**
     * @param non-empty-list<array{float, float}> $points
     *
     * @return ?array{CircleFit, float}
     */
    private function arc(array $points, int $i, int $j): ?array
    {
        $part = self::part($points, $i, $j - $i + 1);
        $found = CircleFit::between($part);
        if (null === $found) {
            return null;
        }

        return $found[0]->deviation($part) <= $this->tolerance ? $found : null;
    }

    /**
     * In two where it is long: the middle of what is nearly half a circle hangs on the last digit of its ends.
     *
     * @param array{CircleFit, float} $found
     * @param array{float, float}     $from
     * @param array{float, float}     $to
     *
     * @return list<ArcSegment>
     */
    private static function arcSegments(array $found, array $from, array $to): array
    {
        [$circle, $height] = $found;
        $radius = $circle->radius;
        // To the right of the way on paper, it turns against the clock.
        $turns = $height < 0;
        if (abs($height) < 0.7 * $radius) {
            return [new ArcSegment($radius, false, $turns, $to)];
        }
        $chord = max(1e-9, hypot($to[0] - $from[0], $to[1] - $from[1]));
        $share = $height / $chord;
        $top = [
            ($from[0] + $to[0]) / 2 - $share * ($to[1] - $from[1]),
            ($from[1] + $to[1]) / 2 + $share * ($to[0] - $from[0]),
        ];

        return [new ArcSegment($radius, false, $turns, $top), new ArcSegment($radius, false, $turns, $to)];
    }

    /**
     * @param list<array{float, float}> $points
     *
     * @return non-empty-list<array{float, float}>
     */
    private static function part(array $points, int $from, int $count): array
    {
        $part = \array_slice($points, $from, $count);

        return [] === $part ? throw new \LogicException('A part of an outline without points.') : $part;
    }

    /**
     * The direction of some points.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return array{float, float}
     */
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

    /**
     * @param array{float, float} $direction
     *
     * @return array{float, float}
     */
    private static function backwards(array $direction): array
    {
        return [-$direction[0], -$direction[1]];
    }
}
