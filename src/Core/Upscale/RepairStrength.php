<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

/** Strengths of repairs, in per cent, as they are chosen. */
final readonly class RepairStrength
{
    /** Between two of them. */
    private const STEP = 10;

    /** @return list<int<1, 100>> all that are chosen from, the least first */
    public static function all(): array
    {
        return range(self::STEP, 100, self::STEP);
    }

    public static function nearest(float $strength): int
    {
        return self::STEP * (int) round($strength / self::STEP);
    }

    /** @param non-empty-array<int|string, int> $points the strength at a value, and between two on a straight line */
    public static function on(array $points, float $value): float
    {
        $before = null;
        foreach ($points as $place => $there) {
            $place = (float) $place;
            if ($value <= $place) {
                return null === $before ? $there : $before[1] + ($there - $before[1]) * ($value - $before[0]) / ($place - $before[0]);
            }
            $before = [$place, $there];
        }

        return $before[1];
    }
}
