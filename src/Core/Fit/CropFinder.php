<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Rounding;

/**
 * Finds the crop window of a proportion: the largest that the picture holds, centred on what matters and moved only as
 * far as the edges require. Its sides are within half a pixel of the exact proportion.
 */
final readonly class CropFinder
{
    /**
     * @param PixelSize    $exact the print's own pixel size: a picture of just this size is used whole
     * @param ?PixelWindow $keep  the keep box, in pixels of the picture
     */
    public function find(PixelSize $picture, PrintSize $area, PixelSize $exact, ?Framing $framing, ?PixelWindow $keep): PixelWindow
    {
        $zoom = $framing->zoom ?? 1.0;
        if (1.0 === $zoom && $picture->equals($exact)) {
            return PixelWindow::whole($picture);
        }
        $size = $this->windowSize($picture, $area, $zoom);
        $centreX = $framing ? $framing->centreX * $picture->width : $this->middle($keep?->x, $keep?->width, $picture->width);
        $centreY = $framing ? $framing->centreY * $picture->height : $this->middle($keep?->y, $keep?->height, $picture->height);

        return new PixelWindow(
            $this->start($centreX, $size->width, $picture->width),
            $this->start($centreY, $size->height, $picture->height),
            $size->width,
            $size->height,
        );
    }

    private function windowSize(PixelSize $picture, PrintSize $area, float $zoom): PixelSize
    {
        $widthTicks = $area->width->ticks;
        $heightTicks = $area->height->ticks;
        // Compared in whole numbers, so that a picture of the very proportion is never cut by a rounding error.
        if ($picture->width * $heightTicks >= $picture->height * $widthTicks) {
            $height = (float) $picture->height;
            $width = $picture->height * $widthTicks / $heightTicks;
        } else {
            $width = (float) $picture->width;
            $height = $picture->width * $heightTicks / $widthTicks;
        }

        return new PixelSize(
            max(1, min($picture->width, Rounding::toWhole($width / $zoom))),
            max(1, min($picture->height, Rounding::toWhole($height / $zoom))),
        );
    }

    private function middle(?int $start, ?int $extent, int $pixels): float
    {
        return null === $start || null === $extent ? $pixels / 2 : $start + $extent / 2;
    }

    private function start(float $centre, int $extent, int $pixels): int
    {
        return max(0, min($pixels - $extent, Rounding::toWhole($centre - $extent / 2)));
    }
}
