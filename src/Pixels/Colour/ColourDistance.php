<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** How far a picture's samples are from those of one colour. */
final class ColourDistance
{
    /**
     * @param list<float> $colour a sample for each band, and maybe more
     *
     * @return Image one band: the sum of the squares of all bands' differences
     */
    public static function squared(Image $picture, array $colour): Image
    {
        $off = $picture->cast(BandFormat::Float)->linearByBand(
            array_map(static fn (int $band): array => [1.0, -$colour[$band]], range(0, $picture->bands() - 1)),
        );

        return $off->multipliedBy($off)->bandSum();
    }
}
