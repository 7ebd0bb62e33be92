<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Points along a line without corners -> straight runs, and between them arcs or Béziers that leave and reach them smoothly. */
final readonly class SmoothFitter
{
    /** Cosine of the angle by which an arc may leave what is before it. */
    private const SMOOTH = 0.992;

    private StraightRunFinder $straight;

    /** @param float $tolerance pixels that a point may lie off */
    public function __construct(private float $tolerance)
    {
        $this->straight = new StraightRunFinder($tolerance);
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param bool                                $isClosed whether it goes on smoothly from its end to its start
     * @param ?array{float, float}                $out      the direction in which it has to leave its start; null for its own
     * @param ?array{float, float}                $into     and the one in which it has to reach its end
     *
     * @return list<Segment>
     */
    public function fit(array $points, bool $isClosed, ?array $out = null, ?array $into = null): array
    {
        $last = \count($points) - 1;
        if ($last < 2) {
            return [new LineSegment(...$points[$last])];
        }
        $arc = $isClosed ? null : $this->arc($points, 0, $last);
        if (null !== $arc
            && (null === $out || self::leaves($arc, $points[0], $out)) && (null === $into || self::leaves($arc, $points[$last], $into))) {
            return self::arcSegments($arc, $points[0], $points[$last]);
        }
        $first = $out ?? ($isClosed
            ? self::across([...\array_slice($points, -5, 4), ...\array_slice($points, 0, 5)])
            : self::outOf($points));
        $final = $into ?? ($isClosed ? $first : self::backwards(self::outOf(array_reverse(self::part($points, max(0, $last - 9), 10)))));
        [$segments, $i, $out] = [[], 0, $first];
        foreach ($this->straight->find($points) as [$from, $to, $fit]) {
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
            if (null !== $arc && self::leaves($arc, $points[$i], $out) && self::leaves($arc, $points[$last], $final)) {
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
     * Whether an arc goes on as what is before or behind it.
     *
     * @param array{CircleFit, float} $arc
     * @param array{float, float}     $place     where it begins or ends
     * @param array{float, float}     $direction
     */
    private static function leaves(array $arc, array $place, array $direction): bool
    {
        [$circle, $height] = $arc;
        $turn = $height < 0 ? 1 : -1;
        $along = -($place[1] - $circle->y) * $direction[0] + ($place[0] - $circle->x) * $direction[1];

        return $turn * $along >= self::SMOOTH * $circle->radius;
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
