<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Downscaler;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\Angle;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/**
 * One convolution kernel, on encoded values: enlarging in linear light rings visibly on dark sides of edges. libvips
 * enlarges by a bicubic kernel whatever it is asked for, so the phases of a whole factor are convolved one by one here
 * and put side by side; what is more than the size wanted is reduced.
 */
final readonly class KernelUpscaler implements Upscaler
{
    public function __construct(private UpscaleKernel $kernel, private Downscaler $reducer = new Downscaler())
    {
    }

    public function enlarge(Image $picture, PixelSize $to): Image
    {
        $from = $picture->size();
        $factor = (int) max(1, ceil($to->width / $from->width - 1e-9), ceil($to->height / $from->height - 1e-9));
        $large = PremultipliedAlpha::multipliedIn($picture, fn (Image $image): Image => $this->times($image, $factor));

        return $large->size()->equals($to) ? $large : $this->reducer->reduce($large, $to);
    }

    private function times(Image $image, int $factor): Image
    {
        if (1 === $factor) {
            return $image;
        }
        // Down first, on the smaller picture: turned on its side, across is down.
        $tall = $this->across($image->turned(Angle::Right), $factor)->turned(Angle::Left);

        $made = $this->across($tall, $factor);

        return BandFormat::Float === $image->format()
            ? $made
            : $made->roundTo($image->format())->withInterpretation($image->interpretation());
    }

    private function across(Image $image, int $factor): Image
    {
        $image = $image->cast(BandFormat::Float);
        $phases = null;
        for ($phase = 0; $phase < $factor; ++$phase) {
            $one = $image->convolvedAcross($this->kernel->weights(($phase + 0.5) / $factor - 0.5));
            $phases = null === $phases ? $one : $phases->join($one);
        }

        return ($phases ?? $image)->unfolded($factor);
    }
}
