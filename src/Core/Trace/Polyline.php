<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Points in order, each joined to the next by a straight piece. */
final class Polyline
{
    /** Pieces to each side of a known one that are looked at first. */
    private const NEAR = 8;

    /** Places on a line that are enough. */
    private const PLACES = 400;

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param array{float, float}                 $to
     * @param bool                                $isClosed whether the last is joined to the first
     *
     * @return array{array{float, float}, float} the place on it that is nearest, and on which side of it that lies: by the sign
     */
    public static function nearest(array $points, array $to, bool $isClosed = true): array
    {
        [$place, $side] = self::among($points, $to, $isClosed ? 0 : 1, \count($points) - 1);

        return [$place, $side];
    }

    /**
     * The places on a closed line that are nearest to others, which follow each other as its own points do, one way or the other.
     *
     * @param non-empty-list<array{float, float}> $points
     * @param list<array{float, float}>           $others
     *
     * @return list<array{array{float, float}, float}> as of each alone
     */
    public static function nearestInTurn(array $points, array $others): array
    {
        $places = [];
        $last = null;
        foreach ($others as $to) {
            [$place, $side, $piece] = null === $last
                ? self::among($points, $to, 0, \count($points) - 1)
                : self::among($points, $to, $last - self::NEAR, $last + self::NEAR);
            if (null !== $last && self::NEAR === abs($piece - $last)) {
                // It may be farther away.
                [$place, $side, $piece] = self::among($points, $to, 0, \count($points) - 1);
            }
            $places[] = [$place, $side];
            $last = ($piece + \count($points)) % \count($points);
        }

        return $places;
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param array{float, float}                 $to
     * @param int                                 $from the first piece that is looked at, by the point that it ends in
     * @param int                                 $till the last one
     *
     * @return array{array{float, float}, float, int} the place, its side, and its piece
     */
    private static function among(array $points, array $to, int $from, int $till): array
    {
        $count = \count($points);
        [$tx, $ty] = $to;
        [$least, $place, $side, $piece] = [\INF, $points[0], 0.0, 0];
        [$x, $y] = $points[($from - 1 + $count) % $count] ?? $points[0];
        for ($i = $from; $i <= $till; ++$i) {
            [$nx, $ny] = $points[($i + $count) % $count] ?? $points[0];
            [$dx, $dy, $ax, $ay] = [$nx - $x, $ny - $y, $tx - $x, $ty - $y];
            $square = $dx * $dx + $dy * $dy;
            $share = $square > 0.0 ? max(0.0, min(1.0, ($ax * $dx + $ay * $dy) / $square)) : 0.0;
            [$px, $py] = [$x + $share * $dx, $y + $share * $dy];
            $far = ($tx - $px) ** 2 + ($ty - $py) ** 2;
            if ($far < $least) {
                [$least, $place, $side, $piece] = [$far, [$px, $py], $dx * $ay - $dy * $ax, $i];
            }
            [$x, $y] = [$nx, $ny];
        }

        return [$place, $side, $piece];
    }

    /**
     * Places about a pixel apart along a closed line; fewer along long ones.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return non-empty-list<array{float, float}>
     */
    public static function spaced(array $points): array
    {
        $length = self::length($points);
        $count = (int) max(8, min(self::PLACES, round($length)));
        $step = $length / $count;
        [$spaced, $next, $at] = [[], 0.0, 0.0];
        foreach ($points as $i => $point) {
            $to = $points[($i + 1) % \count($points)];
            $far = self::far($point, $to);
            while ($next < $at + $far && \count($spaced) < $count) {
                $share = ($next - $at) / $far;
                $spaced[] = [$point[0] + $share * ($to[0] - $point[0]), $point[1] + $share * ($to[1] - $point[1])];
                $next += $step;
            }
            $at += $far;
        }

        return [] === $spaced ? $points : $spaced;
    }

    /** @param non-empty-list<array{float, float}> $points of a closed line */
    public static function length(array $points): float
    {
        $length = 0.0;
        foreach ($points as $i => $point) {
            $length += self::far($point, $points[$i + 1] ?? $points[0]);
        }

        return $length;
    }

    /**
     * Pixels within a closed line; less than 0 where it runs against the clock, as seen on paper.
     *
     * @param list<array{float, float}> $points
     */
    public static function area(array $points): float
    {
        $sum = 0.0;
        foreach ($points as $i => [$x, $y]) {
            [$nx, $ny] = $points[($i + 1) % \count($points)];
            $sum += $x * $ny - $nx * $y;
        }

        return $sum / 2;
    }

    /**
     * Pixels from one place to another.
     *
     * @param array{float, float} $one
     * @param array{float, float} $other
     */
    public static function far(array $one, array $other): float
    {
        return hypot($one[0] - $other[0], $one[1] - $other[1]);
    }
}
