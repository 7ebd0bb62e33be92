<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** Which part of the upright picture is printed. */
final readonly class Frame
{
    public function __construct(
        /** The picture's size as the crop counts it; a vector drawing is rasterised on a grid in proportion to it. */
        public PixelSize $picture,
        public PixelWindow $crop,
    ) {
        if (!$crop->fitsIn($picture)) {
            throw ImpossibleRecipe::cropOutside($crop, $picture);
        }
    }
}
