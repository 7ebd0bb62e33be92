<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Pixels\Zimg\StripScaler;

/**
 * Brings a picture to another number of pixels. What is made smaller is averaged in linear light, since encoded values would darken
 * fine detail; what is made larger is interpolated in encoded values, since linear light rings visibly on dark sides of edges.
 * Computed now.
 */
final readonly class Resampler
{
    /**
     * Reduced, left alone, or enlarged by a kernel: the method's own or, for what a network left over, a bicubic one.
     *
     * @param ?PixelWindow $only the part of the result that is made, where the rest is not looked at
     */
    public function resample(Image $crop, PixelSize $to, UpscaleMethod $method, ?PixelWindow $only = null): Image
    {
        $from = $crop->size();

        return match (true) {
            $from->equals($to) => $crop,
            $from->covers($to) && UpscaleMethod::Rebuilt === $method => $this->reduce($crop, $to, $only, ScalingFilter::Linear),
            $from->covers($to) => $this->reduce($crop, $to, $only),
            UpscaleMethod::Nearest === $method => $this->blocks($crop, $to, $only),
            default => $this->enlarge($crop, $to, self::filter($method), $only),
        };
    }

    /** In linear light; a linear kernel never swings, so that few colours stay few. */
    public function reduce(Image $picture, PixelSize $to, ?PixelWindow $only = null, ScalingFilter $filter = ScalingFilter::Lanczos): Image
    {
        $interpretation = $picture->interpretation();
        $encoded = static fn (Image $strip): Image => $strip->withInterpretation(Interpretation::ScRgb)->colourspace($interpretation);
        if (!$picture->hasAlpha()) {
            return StripScaler::scale($picture->colourspace(Interpretation::ScRgb), $to, $filter, $encoded, $only);
        }
        $format = $picture->format();
        $most = PremultipliedAlpha::most($picture);
        $light = $picture->extractBands(0, 3)->withInterpretation($interpretation)->colourspace(Interpretation::ScRgb);
        $seen = $light->join($picture->extractBands(3, 1)->cast(BandFormat::Float))->premultiply($most);

        return StripScaler::scale($seen, $to, $filter, static function (Image $strip) use ($most, $format, $encoded): Image {
            $strip = $strip->unpremultiply($most);

            return $encoded($strip->extractBands(0, 3))->join($strip->extractBands(3, 1)->roundTo($format));
        }, $only)->withInterpretation($interpretation);
    }

    /** In encoded values. */
    public function enlarge(Image $picture, PixelSize $to, ScalingFilter $filter, ?PixelWindow $only = null): Image
    {
        if (!$picture->hasAlpha()) {
            return StripScaler::scale($picture, $to, $filter, null, $only);
        }
        [$most, $format] = [PremultipliedAlpha::most($picture), $picture->format()];

        return StripScaler::scale(
            $picture->premultiply($most),
            $to,
            $filter,
            static fn (Image $strip): Image => $strip->unpremultiply($most)->roundTo($format),
            $only,
        )->withInterpretation($picture->interpretation());
    }

    /**
     * Pixel art: every pixel becomes a block of whole pixels. Where the size wanted is no whole multiple, the next larger one is made and
     * reduced, so that all blocks stay the same width to within one soft edge.
     */
    private function blocks(Image $picture, PixelSize $to, ?PixelWindow $only): Image
    {
        $from = $picture->size();
        $factor = (int) max(1, ceil($to->width / $from->width - 1e-9), ceil($to->height / $from->height - 1e-9));
        $blocks = $picture->repeatPixels($factor);

        return $blocks->size()->equals($to) ? $blocks : $this->reduce($blocks, $to, $only);
    }

    private static function filter(UpscaleMethod $method): ScalingFilter
    {
        return match ($method) {
            UpscaleMethod::Lanczos => ScalingFilter::Lanczos,
            UpscaleMethod::Mitchell => ScalingFilter::Mitchell,
            default => ScalingFilter::Bicubic,
        };
    }
}
