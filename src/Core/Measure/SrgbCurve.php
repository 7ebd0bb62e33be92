<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** Between encoded samples and light, both from 0 to 1 (IEC 61966-2-1). */
final class SrgbCurve
{
    public static function light(float $encoded): float
    {
        return $encoded <= 0.04045 ? $encoded / 12.92 : (($encoded + 0.055) / 1.055) ** 2.4;
    }

    public static function encoded(float $light): float
    {
        return $light <= 0.0031308 ? 12.92 * $light : 1.055 * $light ** (1 / 2.4) - 0.055;
    }
}
