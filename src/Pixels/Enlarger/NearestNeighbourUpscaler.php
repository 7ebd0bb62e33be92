<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Downscaler;
use Snugfit\Pixels\Vips\Image;

/**
 * Pixel art: every pixel becomes a block of whole pixels. Where the size wanted is no whole multiple, the next larger
 * one is made and reduced, so that all blocks stay the same width to within one soft edge.
 */
final readonly class NearestNeighbourUpscaler implements Upscaler
{
    public function __construct(private Downscaler $reducer)
    {
    }

    public function enlarge(Image $picture, PixelSize $to): Image
    {
        $from = $picture->size();
        $factor = (int) max(1, ceil($to->width / $from->width - 1e-9), ceil($to->height / $from->height - 1e-9));
        $blocks = $picture->repeatPixels($factor);

        return $blocks->size()->equals($to) ? $blocks : $this->reducer->reduce($blocks, $to);
    }
}
