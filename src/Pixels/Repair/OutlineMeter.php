<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Measures how much of a cut-out's outline would be lost on dark or on light cloth. */
final class OutlineMeter
{
    /** Pixels on the long side of what is looked at, and how wide an outline is there. */
    private const SEEN = 800;
    private const WIDE = 3;

    /** Levels of brightness: as dark as black cloth, as light as white one. */
    private const DARK = 56.0;
    private const LIGHT = 212.0;

    /**
     * @param Image $cut red, green, blue, alpha
     *
     * @return array{float, float} shares of the outline that are dark, and light
     */
    public static function measure(Image $cut, float $most): array
    {
        $small = $cut->reducedWithin(self::SEEN)->cast(BandFormat::Float)->linear(255 / $most, 0.0)->copyToMemory();
        $there = $small->extractBands(3, 1)->isMoreThan(200.0)->copyToMemory();
        // Where the picture itself ends, a cut-out does not.
        $outline = $there->both($there->eroded(self::WIDE)->not());
        $length = $outline->average();
        if (0.0 === $length) {
            return [0.0, 0.0];
        }
        $bright = $small->extractBands(0, 3)->recombined([[0.299, 0.587, 0.114]]);

        return [
            $outline->both($bright->isLessThan(self::DARK))->average() / $length,
            $outline->both($bright->isMoreThan(self::LIGHT))->average() / $length,
        ];
    }
}
