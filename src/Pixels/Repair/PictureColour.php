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
        if (!WorkingSpaceConverter::isManaged($picture)) {
            return WorkingSpaceConverter::samples($colour, $picture);
        }
        $pixel = Image::ofBytes(pack('C3', ...Colour::levels($colour)), new PixelSize(1, 1), 3);
        $wide = ProfileFile::of(WorkingSpace::Wide->profile());

        return array_map(floatval(...), $pixel->icc('srgb', $wide, 1, true, WorkingSpaceConverter::bitsOf($picture))->values());
    }
}
