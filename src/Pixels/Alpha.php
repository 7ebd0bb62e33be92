<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Pixels\Vips\Image;

/** Resampling with transparency: colour is multiplied by alpha first, so that invisible pixels lend no colour to edges. */
final class Alpha
{
    /** @param \Closure(Image): Image $resample */
    public static function multipliedIn(Image $picture, \Closure $resample): Image
    {
        if (!$picture->hasAlpha()) {
            return $resample($picture);
        }
        $most = self::most($picture);
        $meaning = $picture->interpretation();

        return $resample($picture->premultiply($most))->unpremultiply($most)->roundTo($picture->format())->meaning($meaning);
    }

    /** The value of an opaque pixel. */
    public static function most(Image $picture): float
    {
        return 8 === PrintColour::bitsOf($picture) ? 255.0 : 65535.0;
    }
}
