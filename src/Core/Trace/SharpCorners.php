<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Which turns are corners that pixels rounded off, and how far from the nearest point such a corner may lie. */
final class SharpCorners
{
    /** Points beside a corner that pixels rounded off, and those after them that tell a side's direction. */
    public const ROUNDED = 2;
    public const SIDE = 7;

    /** Points that tell a side at least. */
    public const TELLING = 4;

    /** Pixels that a corner may lie from the point that was nearest to it: any, and the more the sharper it is. */
    private const REACH = 0.9;
    private const REACH_SHARP = 0.55;

    /**
     * Those that are corners rather than tight curves: there both sides would meet far beyond.
     *
     * @param non-empty-list<array{float, float}> $points
     * @param list<int>                           $corners in order
     *
     * @return list<int>
     */
    public static function among(array $points, array $corners, bool $isClosed): array
    {
        $count = \count($points);
        $last = \count($corners) - 1;
        $sharp = [];
        foreach ($corners as $k => $i) {
            $least = $corners[$k - 1] ?? ($isClosed ? $corners[$last] - $count : -1);
            $most = $corners[$k + 1] ?? ($isClosed ? $corners[0] + $count : $count);
            [$before, $after] = [[], []];
            for ($far = self::ROUNDED; $far < self::ROUNDED + self::SIDE; ++$far) {
                if ($i - $far > $least) {
                    array_unshift($before, $points[($i - $far + $count) % $count]);
                }
                if ($i + $far < $most) {
                    $after[] = $points[($i + $far) % $count];
                }
            }
            if (\count($before) < self::TELLING || \count($after) < self::TELLING || !self::isRound($points[$i], $before, $after)) {
                $sharp[] = $i;
            }
        }

        return $sharp;
    }

    /**
     * @param array{float, float}                 $point
     * @param non-empty-list<array{float, float}> $before
     * @param non-empty-list<array{float, float}> $after
     */
    private static function isRound(array $point, array $before, array $after): bool
    {
        [$one, $other] = [StraightFit::of($before), StraightFit::of($after)];
        $crossing = $one->crossing($other);

        return null !== $crossing && hypot($crossing[0] - $point[0], $crossing[1] - $point[1]) > self::reach($one, $other);
    }

    /** Pixels that a corner may lie from the point that was nearest to it: pixels take the more of it the sharper it is. */
    public static function reach(StraightFit $one, StraightFit $other): float
    {
        return self::reachBySine(sqrt(max(0.0, (1 + $one->dx * $other->dx + $one->dy * $other->dy) / 2)));
    }

    /** @param float $half the sine of half of the angle between both sides */
    public static function reachBySine(float $half): float
    {
        return self::REACH + self::REACH_SHARP / max(0.15, $half);
    }
}
