<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Points in order, each joined to the next by a straight piece. */
final class Polyline
{
    /**
     * @param non-empty-list<array{float, float}> $points
     * @param array{float, float}                 $to
     * @param bool                                $isClosed whether the last is joined to the first
     *
     * @return array{array{float, float}, float} the place on it that is nearest, and on which side of it that lies: by the sign
     */
    public static function nearest(array $points, array $to, bool $isClosed = true): array
    {
        [$tx, $ty] = $to;
        [$least, $place, $side] = [\INF, $points[0], 0.0];
        [$x, $y] = $isClosed ? $points[\count($points) - 1] : $points[0];
        foreach ($points as [$nx, $ny]) {
            [$dx, $dy, $ax, $ay] = [$nx - $x, $ny - $y, $tx - $x, $ty - $y];
            $square = $dx * $dx + $dy * $dy;
            $share = $square > 0.0 ? max(0.0, min(1.0, ($ax * $dx + $ay * $dy) / $square)) : 0.0;
            [$px, $py] = [$x + $share * $dx, $y + $share * $dy];
            $far = ($tx - $px) ** 2 + ($ty - $py) ** 2;
            if ($far < $least) {
                [$least, $place, $side] = [$far, [$px, $py], $dx * $ay - $dy * $ax];
            }
            [$x, $y] = [$nx, $ny];
        }

        return [$place, $side];
    }
}
