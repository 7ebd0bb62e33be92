<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/**
 * How different two colours look: CIEDE2000 (ISO/CIE 11664-6), with all parametric factors 1. 1 is about the least that is seen
 * side by side.
 */
final class ColourDifference
{
    /** White of D65 for 2°, as IEC 61966-2-1 has it. */
    private const WHITE = [0.9505, 1.0, 1.089];

    private const POWER = 25 ** 7;

    /**
     * @param string $one   sRGB, six hexadecimal digits
     */
    public static function between(string $one, string $other): float
    {
        return self::ofLab(self::lab($one), self::lab($other));
    }

    /**
     * @param array{float, float, float} $one   CIE L*, a*, b*
     * @param array{float, float, float} $other
     */
    public static function ofLab(array $one, array $other): float
    {
        [$l1, $a1, $b1] = $one;
        [$l2, $a2, $b2] = $other;
        $saturation = (hypot($a1, $b1) + hypot($a2, $b2)) / 2;
        $stretch = 1 + 0.5 * (1 - sqrt($saturation ** 7 / ($saturation ** 7 + self::POWER)));
        [$c1, $c2] = [hypot($stretch * $a1, $b1), hypot($stretch * $a2, $b2)];
        [$h1, $h2] = [self::hue($stretch * $a1, $b1), self::hue($stretch * $a2, $b2)];
        $isGrey = 0.0 === $c1 * $c2;
        $turn = $isGrey ? 0.0 : fmod($h2 - $h1 + 540, 360) - 180;
        $hue = match (true) {
            $isGrey => $h1 + $h2,
            abs($h1 - $h2) <= 180 => ($h1 + $h2) / 2,
            default => fmod(($h1 + $h2 + 360) / 2, 360),
        };
        $lightness = ($l1 + $l2) / 2;
        $chroma = ($c1 + $c2) / 2;
        $cos = static fn (float $degrees): float => cos(deg2rad($degrees));
        $t = 1 - 0.17 * $cos($hue - 30) + 0.24 * $cos(2 * $hue) + 0.32 * $cos(3 * $hue + 6) - 0.2 * $cos(4 * $hue - 63);
        $square = ($lightness - 50) ** 2;
        $ofL = ($l2 - $l1) / (1 + 0.015 * $square / sqrt(20 + $square));
        $ofC = ($c2 - $c1) / (1 + 0.045 * $chroma);
        $ofH = 2 * sqrt($c1 * $c2) * sin(deg2rad($turn / 2)) / (1 + 0.015 * $chroma * $t);
        $rotation = -2 * sqrt($chroma ** 7 / ($chroma ** 7 + self::POWER)) * sin(deg2rad(60 * exp(-((($hue - 275) / 25) ** 2))));

        return sqrt($ofL ** 2 + $ofC ** 2 + $ofH ** 2 + $rotation * $ofC * $ofH);
    }

    /** @return array{float, float, float} */
    private static function lab(string $colour): array
    {
        [$red, $green, $blue] = array_map(hexdec(...), [...str_split($colour, 2), '0', '0', '0']);

        return self::labOf((float) $red, (float) $green, (float) $blue);
    }

    /**
     * @param float $red level of sRGB, 0 to 255
     *
     * @return array{float, float, float} CIE L*, a*, b*, by IEC 61966-2-1 and CIE 1976
     */
    public static function labOf(float $red, float $green, float $blue): array
    {
        [$red, $green, $blue] = array_map(static fn (float $level): float => SrgbCurve::light($level / 255), [$red, $green, $blue]);
        $f = array_map(
            static fn (float $value, float $white): float => ($share = $value / $white) > 216 / 24389
                ? $share ** (1 / 3)
                : (24389 / 27 * $share + 16) / 116,
            [
                0.4124 * $red + 0.3576 * $green + 0.1805 * $blue,
                0.2126 * $red + 0.7152 * $green + 0.0722 * $blue,
                0.0193 * $red + 0.1192 * $green + 0.9505 * $blue,
            ],
            self::WHITE,
        );

        return [116 * $f[1] - 16, 500 * ($f[0] - $f[1]), 200 * ($f[1] - $f[2])];
    }

    /** Degrees, 0 to 360. */
    private static function hue(float $a, float $b): float
    {
        return 0.0 === $a && 0.0 === $b ? 0.0 : fmod(rad2deg(atan2($b, $a)) + 360, 360);
    }
}
