<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** Which part of the upright picture is printed. */
final readonly class Frame
{
    public function __construct(
        /** The picture's size as the crop counts it; a vector drawing is rasterised on a grid in proportion to it. */
        public PixelSize $picture,
        /** In pixels of the picture as it is posed. */
        public PixelWindow $crop,
        public ImageTransform $transform = new ImageTransform(),
    ) {
        if (!(new RotatedCropGeometry($transform->tilt))->fits($transform->size($picture), $crop)) {
            throw ImpossibleRecipe::cropOutside($crop, $picture);
        }
    }
}
