<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Pixels\Vips\Image;

/** A print as a scene shows it: its pixels in sRGB, with all that is cut off or goes round an edge, and what thing it is. */
final readonly class ShownPrint
{
    public function __construct(public Image $picture, public PrintBody $body)
    {
    }

    /** What is seen from the front. */
    public function face(): Image
    {
        [$left, $top, $width, $height] = $this->body->faceIn();

        return $this->part($left, $top, $width, $height);
    }

    /**
     * A part of it, by shares of its sides.
     */
    public function part(float $left, float $top, float $width, float $height): Image
    {
        $size = $this->picture->size();
        $x = min($size->width - 1, max(0, (int) round($left * $size->width)));
        $y = min($size->height - 1, max(0, (int) round($top * $size->height)));

        return $this->picture->crop(new PixelWindow(
            $x,
            $y,
            max(1, min($size->width - $x, (int) round(($left + $width) * $size->width) - $x)),
            max(1, min($size->height - $y, (int) round(($top + $height) * $size->height) - $y)),
        ));
    }
}
