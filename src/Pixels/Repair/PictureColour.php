<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\Colour;
use Snugfit\Pixels\Colour\ProfileFile;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Vips\Image;

/** A colour in a prepared picture's own numbers. */
final class PictureColour
{
    /**
     * @param string $colour sRGB, six hexadecimal digits
     *
     * @return non-empty-list<float> red, green, blue
     */
    public static function in(Image $picture, string $colour): array
    {
        $pixel = Image::ofBytes(pack('C3', ...Colour::levels($colour)), new PixelSize(1, 1), 3);
        $bits = WorkingSpaceConverter::bitsOf($picture);
        if (WorkingSpaceConverter::isManaged($picture)) {
            return self::numbers($pixel->icc('srgb', ProfileFile::of(WorkingSpace::Wide->profile()), 1, true, $bits));
        }

        return self::numbers($pixel->linear(16 === $bits ? 257.0 : 1.0, 0.0)->roundTo($picture->format()));
    }

    /** @return non-empty-list<float> */
    private static function numbers(Image $pixel): array
    {
        return array_map(floatval(...), $pixel->values());
    }
}
