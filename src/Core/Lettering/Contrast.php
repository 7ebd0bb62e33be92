<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Measure\SrgbCurve;

/** How well words stand out from what lies below (WCAG 2.2, "contrast ratio" and "relative luminance"): 1 not at all, 21 at most. */
final class Contrast
{
    /** WCAG 2.2, success criterion 1.4.3. */
    public const LEAST = 4.5;
    private const LEAST_LARGE = 3.0;

    /** Points from which letters count as large, and from which bold ones do. */
    private const LARGE = 18.0;
    private const LARGE_BOLD = 14.0;
    private const BOLD = 700;

    public static function between(float $one, float $other): float
    {
        return (max($one, $other) + 0.05) / (min($one, $other) + 0.05);
    }

    /** @param array{float, float, float} $rgb sRGB, 0 to 255 */
    public static function luminance(array $rgb): float
    {
        [$red, $green, $blue] = array_map(static fn (float $value): float => SrgbCurve::light($value / 255), $rgb);

        return 0.2126 * $red + 0.7152 * $green + 0.0722 * $blue;
    }

    /** @param string $hex six hexadecimal digits, sRGB */
    public static function luminanceOf(string $hex): float
    {
        [$red, $green, $blue] = array_map(static fn (string $two): float => (float) hexdec($two), str_split($hex, 2));

        return self::luminance([$red, $green, $blue]);
    }

    /** What reads well at a size on paper. */
    public static function least(float $points, int $weight): float
    {
        return $points >= self::LARGE || ($weight >= self::BOLD && $points >= self::LARGE_BOLD) ? self::LEAST_LARGE : self::LEAST;
    }

    /** What follows a ratio of letters whose size is not known. */
    public static function judged(float $ratio): string
    {
        return match (true) {
            $ratio < self::LEAST_LARGE => ', hard to read',
            $ratio < self::LEAST => ', hard to read where small',
            default => '',
        };
    }
}
