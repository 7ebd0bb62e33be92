<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Where points along a line run straight on for a while, and turn off at both ends. */
final readonly class StraightRunFinder
{
    /** Points before and behind one that tell whether it is straight there, and radians that they turn at most. */
    private const STRAIGHT_ARM = 5;
    private const STRAIGHT = 0.06;

    /** Pixels of a run, and of one that does not turn off at its ends; radians that the others do. */
    private const LEAST_RUN = 9.0;
    private const LONG_RUN = 60.0;
    private const TURNS_OFF = 0.1;

    /** Of the tolerance, what points may lie off a line. */
    public const OF_TOLERANCE = 0.7;

    /** @param float $tolerance pixels that a point may lie off */
    public function __construct(private float $tolerance)
    {
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     *
     * @return list<array{int, int, StraightFit}>
     */
    public function find(array $points): array
    {
        $last = \count($points) - 1;
        $arm = self::STRAIGHT_ARM;
        [$runs, $start] = [[], null];
        for ($i = $arm; $i <= $last - $arm + 1; ++$i) {
            if ($i <= $last - $arm && self::turn($points, $i) < self::STRAIGHT) {
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
    private static function turn(array $points, int $i): float
    {
        $arm = self::STRAIGHT_ARM;
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
        $turnsOff = ($from < 2 * $arm || self::turn($points, $from - $arm) > self::TURNS_OFF)
            && ($to > $last - 2 * $arm || self::turn($points, $to + $arm) > self::TURNS_OFF);

        return $length >= ($turnsOff ? self::LEAST_RUN : self::LONG_RUN) ? [$from, $to, $fit] : null;
    }
}
