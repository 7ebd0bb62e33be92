<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/** Makes fewer pixels, in linear light: averaging encoded values would darken fine detail. Lanczos-3. */
final readonly class Downscaler
{
    public function reduce(Image $picture, PixelSize $to): Image
    {
        $interpretation = $picture->interpretation();
        $format = $picture->format();
        if (!$picture->hasAlpha()) {
            return $picture->colourspace(Interpretation::ScRgb)->resize($to, Kernel::Lanczos)->colourspace($interpretation);
        }
        $most = PremultipliedAlpha::most($picture);
        $light = $picture->extractBands(0, 3)->withInterpretation($interpretation)->colourspace(Interpretation::ScRgb);
        $alpha = $picture->extractBands(3, 1)->cast(BandFormat::Float);
        $reduced = $light->join($alpha)->premultiply($most)->resize($to, Kernel::Lanczos)->unpremultiply($most);

        return $reduced->extractBands(0, 3)->withInterpretation(Interpretation::ScRgb)->colourspace($interpretation)
            ->join($reduced->extractBands(3, 1)->roundTo($format))
            ->withInterpretation($interpretation);
    }
}
