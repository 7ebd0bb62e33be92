<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Trim;
use Snugfit\Pixels\Colour\ColourDistance;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\Image;

/** Cuts margins away that show nothing: transparent ones, or of the colour of the picture's corner. */
final class MarginTrimmer
{
    /** Levels of 255 that a margin's pixels may be off its colour, and how opaque something may be that is nothing. */
    private const PLAIN = 12.0;
    private const NOTHING = 8.0;

    /** @return array{Image, FractionBox} the picture, and what of the one before it is left */
    public static function trim(Image $picture, Trim $trim): array
    {
        $size = $picture->size();
        $shown = self::shown($picture);
        $margin = (int) round($trim->margin * $shown->size()->longSide());
        $left = max(0, $shown->x - $margin);
        $top = max(0, $shown->y - $margin);
        $window = new PixelWindow(
            $left,
            $top,
            min($size->width, $shown->x + $shown->width + $margin) - $left,
            min($size->height, $shown->y + $shown->height + $margin) - $top,
        );

        return [
            $picture->crop($window),
            $window->inFractionsOf($size),
        ];
    }

    private static function shown(Image $picture): PixelWindow
    {
        $unit = PremultipliedAlpha::most($picture) / 255;
        if ($picture->hasAlpha()) {
            $alpha = $picture->extractBands($picture->bands() - 1, 1);
            $found = $alpha->isMoreThan(self::NOTHING * $unit)->extent();
            if (null === $found) {
                throw ImpossibleEdit::nothingLeft();
            }
            if (!$found->size()->equals($picture->size())) {
                return $found;
            }
        }
        $corner = $picture->crop(new PixelWindow(0, 0, 1, 1))->values();
        $colours = $picture->hasAlpha() ? $picture->extractBands(0, $picture->bands() - 1) : $picture;

        // A picture of one colour keeps all of itself.
        return ColourDistance::squared($colours, $corner)->isMoreThan((self::PLAIN * $unit) ** 2)->extent()
            ?? PixelWindow::whole($picture->size());
    }
}
