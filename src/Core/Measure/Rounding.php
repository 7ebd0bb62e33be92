<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** The one place where a measure becomes a whole number of pixels. */
final class Rounding
{
    /** Half away from zero, the trade's rule for pixel sizes. */
    public static function toWhole(float $value): int
    {
        $whole = (int) floor(abs($value) + 0.5);

        return $value < 0 ? -$whole : $whole;
    }
}
