<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Points in order, each joined to the next by a straight piece. */
final class Polyline
{
    /** Pieces to each side of a known one that are looked at first. */
    private const NEAR = 8;

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
     * @return list<array{float, float}>
     */
    public static function nearestInTurn(array $points, array $others): array
    {
        $places = [];
        $last = null;
        foreach ($others as $to) {
            [$place, , $piece] = null === $last
                ? self::among($points, $to, 0, \count($points) - 1)
                : self::among($points, $to, $last - self::NEAR, $last + self::NEAR);
            if (null !== $last && self::NEAR === abs($piece - $last)) {
                // It may be farther away.
                [$place, , $piece] = self::among($points, $to, 0, \count($points) - 1);
            }
            $places[] = $place;
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
}
