<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\PictureTones;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Picture -> what its colours are like on the whole. */
final class TonesReader
{
    private const SIDE = 96;

    /** Of the picture's side: what counts as its edge. */
    private const EDGE = 0.05;

    /** @param Image $picture sRGB; transparent parts count as white */
    public static function of(Image $picture): PictureTones
    {
        $small = $picture->hasAlpha() ? $picture->flatten([255.0, 255.0, 255.0]) : $picture;
        $lab = $small->thumbnail(self::SIDE)->colourspace(Interpretation::Lab)->copyToMemory();
        $size = $lab->size();
        $b = $lab->extractBands(2, 1);
        $chroma = $lab->extractBands(1, 2);
        $edge = max(1, (int) round(self::EDGE * min($size->width, $size->height)));
        $light = $lab->extractBands(0, 1);
        $all = $light->average() * $size->pixels();
        $inner = new PixelWindow($edge, $edge, max(1, $size->width - 2 * $edge), max(1, $size->height - 2 * $edge));
        $inside = $inner->fitsIn($size) ? $light->crop($inner)->average() * $inner->size()->pixels() : 0.0;
        $border = max(1, $size->pixels() - $inner->size()->pixels());

        return new PictureTones(
            $light->average(),
            $b->average(),
            $chroma->multipliedBy($chroma)->bandSum()->raisedTo(0.5)->average(),
            max(0.0, min(100.0, ($all - $inside) / $border)),
        );
    }
}
