<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;

/** A way of making more pixels. */
interface Upscaler
{
    /**
     * @param Image     $picture sRGB in encoded values, 8 or 16 bits; alpha, if any, not yet multiplied in
     * @param PixelSize $to      at least as large on one side
     *
     * @return Image of exactly that size, in the same space and depth
     */
    public function enlarge(Image $picture, PixelSize $to): Image;
}
