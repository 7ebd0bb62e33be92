<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Where a line of points turns at one place rather than little by little. */
final readonly class CornerFinder
{
    /** Points that an arm is long: short ones see small steps, long ones blunt corners. */
    private const SHORT = 4;
    private const LONG = 8;

    /** Of the angle from which on a turn is a corner: long arms see less of it that is none. */
    private const BLUNT = 0.6;

    /** @param float $degrees by how much a corner turns at least */
    public function __construct(private float $degrees)
    {
    }

    /**
     * @param list<array{float, float}> $points about a pixel apart
     *
     * @return list<int> their places, in order; none at the ends of what is not closed
     */
    public function find(array $points, bool $isClosed): array
    {
        $count = \count($points);
        $found = [];
        foreach ([[self::SHORT, 1.0], [self::LONG, self::BLUNT]] as [$arm, $share]) {
            if ($count < 2 * $arm + 3) {
                continue;
            }
            $turns = $this->turns($points, $isClosed, $arm);
            foreach ($turns as $i => $turn) {
                if ($turn >= deg2rad($this->degrees * $share) && self::isHighest($turns, $i, $arm, $count, $isClosed)) {
                    $found[$i] ??= $turn;
                }
            }
        }
        ksort($found);

        return self::apart($found, $count, $isClosed);
    }

    /**
     * The turn at each point that its arms do not have themselves.
     *
     * @param list<array{float, float}> $points
     *
     * @return array<int, float> radians
     */
    private function turns(array $points, bool $isClosed, int $arm): array
    {
        $count = \count($points);
        $half = intdiv($arm, 2);
        $reach = $arm + 1;
        [$from, $to] = $isClosed ? [0, $count] : [$reach, $count - $reach];
        $turns = [];
        for ($i = $from; $i < $to; ++$i) {
            $a = $points[($i - $reach + $count) % $count];
            $b = $points[($i - 1 - $half + $count) % $count];
            $c = $points[($i - 1 + $count) % $count];
            $d = $points[($i + 1) % $count];
            $e = $points[($i + 1 + $half) % $count];
            $f = $points[($i + $reach) % $count];
            $whole = self::angle($c[0] - $a[0], $c[1] - $a[1], $f[0] - $d[0], $f[1] - $d[1]);
            $arms = self::angle($b[0] - $a[0], $b[1] - $a[1], $c[0] - $b[0], $c[1] - $b[1])
                + self::angle($e[0] - $d[0], $e[1] - $d[1], $f[0] - $e[0], $f[1] - $e[1]);
            $turns[$i] = abs($whole) - max(0.0, $whole < 0 ? -$arms : $arms);
        }

        return $turns;
    }

    private static function angle(float $ax, float $ay, float $bx, float $by): float
    {
        return atan2($ax * $by - $ay * $bx, $ax * $bx + $ay * $by);
    }

    /** @param array<int, float> $turns */
    private static function isHighest(array $turns, int $i, int $arm, int $count, bool $isClosed): bool
    {
        for ($k = 1; $k <= $arm; ++$k) {
            $before = $turns[$isClosed ? ($i - $k + $count) % $count : $i - $k] ?? -1.0;
            $after = $turns[$isClosed ? ($i + $k) % $count : $i + $k] ?? -1.0;
            if ($before >= $turns[$i] || $after > $turns[$i]) {
                return false;
            }
        }

        return true;
    }

    /**
     * Two that short and long arms saw beside each other are one.
     *
     * @param array<int, float> $found in order
     *
     * @return list<int>
     */
    private static function apart(array $found, int $count, bool $isClosed): array
    {
        $places = [];
        foreach ($found as $i => $turn) {
            $last = \count($places) - 1;
            if ($last >= 0 && $i - $places[$last] < self::SHORT) {
                if ($turn > $found[$places[$last]]) {
                    $places[$last] = $i;
                }
                continue;
            }
            $places[] = $i;
        }
        $last = \count($places) - 1;
        if ($isClosed && $last > 0 && $places[0] + $count - $places[$last] < self::SHORT) {
            array_splice($places, $found[$places[0]] > $found[$places[$last]] ? $last : 0, 1);
        }

        return array_values($places);
    }
}
