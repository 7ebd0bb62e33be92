<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\OutlineColour;
use Snugfit\Pixels\Vips\Image;

/** Measures of which colours a transparent design's outline is, so that it can be told on which fabric it would be lost. */
final class OutlineMeter
{
    /** How wide an outline is, in pixels. */
    private const WIDE = 3;

    /** How opaque a pixel is that is part of the design, of 255. */
    private const THERE = 200.0;

    /** Levels of a channel that are one colour, and the least share of the outline that is told. */
    private const ALIKE = 24;
    private const LEAST = 0.01;

    /**
     * @param Image $small red, green, blue, alpha of 8 bits, sRGB
     *
     * @return list<OutlineColour> those that there is most of first
     */
    public static function measure(Image $small): array
    {
        $there = $small->extractBands(3, 1)->isMoreThan(self::THERE)->copyToMemory();
        // Where the picture itself ends, the design does not.
        $mask = $there->both($there->eroded(self::WIDE)->not())->bytes();
        $colours = $small->extractBands(0, 3)->bytes();
        $sums = [];
        $all = 0;
        for ($at = strpos($mask, "\xff"); false !== $at; $at = strpos($mask, "\xff", $at + 1)) {
            [$red, $green, $blue] = [\ord($colours[3 * $at]), \ord($colours[3 * $at + 1]), \ord($colours[3 * $at + 2])];
            $key = intdiv($red, self::ALIKE) << 16 | intdiv($green, self::ALIKE) << 8 | intdiv($blue, self::ALIKE);
            $sum = $sums[$key] ?? [0, 0, 0, 0];
            $sums[$key] = [$sum[0] + 1, $sum[1] + $red, $sum[2] + $green, $sum[3] + $blue];
            ++$all;
        }
        rsort($sums);
        $told = [];
        foreach ($sums as [$count, $red, $green, $blue]) {
            if ($count >= self::LEAST * $all) {
                $colour = \sprintf('%02x%02x%02x', (int) round($red / $count), (int) round($green / $count), (int) round($blue / $count));
                $told[] = new OutlineColour($colour, round($count / $all, 4));
            }
        }

        return $told;
    }
}
