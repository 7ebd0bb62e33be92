<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Finishing;

use Snugfit\Pixels\Vips\Image;

/** Changes a picture's colour and leaves its transparency and its depth as they are; what comes out is rounded once. */
final class ColourBands
{
    /** @param \Closure(Image): Image $change gets the colour alone; may give any number format in the same range */
    public static function changed(Image $picture, \Closure $change): Image
    {
        [$format, $interpretation] = [$picture->format(), $picture->interpretation()];
        if (!$picture->hasAlpha()) {
            $changed = $change($picture);

            return ($changed->format() === $format ? $changed : $changed->roundTo($format))->withInterpretation($interpretation);
        }
        $colours = $picture->bands() - 1;
        $changed = $change($picture->extractBands(0, $colours)->withInterpretation($interpretation));

        return ($changed->format() === $format ? $changed : $changed->roundTo($format))
            ->join($picture->extractBands($colours, 1))
            ->withInterpretation($interpretation);
    }
}
