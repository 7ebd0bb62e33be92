<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Pixels\Vips\Image;

/** Measures how much of a cut-out's outline would be lost on dark or on light cloth. */
final class OutlineMeter
{
    /** How wide an outline is, in pixels. */
    private const WIDE = 3;

    /** Levels of brightness: as dark as black cloth, as light as white one. */
    private const DARK = 56.0;
    private const LIGHT = 212.0;

    /**
     * @param Image $small red, green, blue, alpha as floating numbers from 0 to 255, as BackgroundRemover looks at what it made
     *
     * @return array{float, float} shares of the outline that are dark, and light
     */
    public static function measure(Image $small): array
    {
        $there = $small->extractBands(3, 1)->isMoreThan(200.0)->copyToMemory();
        // Where the picture itself ends, a cut-out does not.
        $outline = $there->both($there->eroded(self::WIDE)->not());
        $length = $outline->average();
        if (0.0 === $length) {
            return [0.0, 0.0];
        }
        $bright = $small->extractBands(0, 3)->recombined([Sharpening::BRIGHTNESS]);

        return [
            $outline->both($bright->isLessThan(self::DARK))->average() / $length,
            $outline->both($bright->isMoreThan(self::LIGHT))->average() / $length,
        ];
    }
}
