<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * How far points lie off a curve. One by one they are off by chance, to this side and to that; a curve that is wrong is off to one
 * side for a while.
 */
final class Deviation
{
    /** Neighbours that are looked at together, and how much less one alone counts. */
    private const TOGETHER = 5;
    private const ALONE = 0.3;

    /** @param list<float> $offs pixels, to the one side and to the other, in order along the curve */
    public static function of(array $offs): float
    {
        [$most, $sum] = [0.0, 0.0];
        foreach ($offs as $i => $off) {
            $most = max($most, self::ALONE * abs($off));
            $sum += $off - ($offs[$i - self::TOGETHER] ?? 0.0);
            if ($i >= self::TOGETHER - 1) {
                $most = max($most, abs($sum) / self::TOGETHER);
            }
        }

        return \count($offs) < self::TOGETHER && [] !== $offs ? max($most, abs($sum) / \count($offs)) : $most;
    }
}
