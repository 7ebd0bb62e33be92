<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Enlarger\BicubicUpscaler;
use Snugfit\Pixels\Enlarger\KernelUpscaler;
use Snugfit\Pixels\Enlarger\NearestNeighbourUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleKernel;
use Snugfit\Pixels\Enlarger\Upscaler;
use Snugfit\Pixels\Vips\Image;

/**
 * Brings a crop to its exact number of pixels: reduced, left alone, or enlarged by a kernel, the recipe's own or, for what a
 * network left over, a bicubic one.
 */
final readonly class Resampler
{
    public function __construct(private Downscaler $reducer = new Downscaler())
    {
    }

    public function resample(Image $crop, PixelSize $to, UpscaleMethod $way): Image
    {
        $from = $crop->size();

        return match (true) {
            $from->equals($to) => $crop,
            $from->covers($to) => $this->reducer->reduce($crop, $to),
            default => $this->enlarger($way)->enlarge($crop, $to),
        };
    }

    /** Whether a crop is looked at in another order than from top to bottom: kernels of our own go by columns, too. */
    public static function readsAnyRow(Enlarge $enlarge, PixelSize $crop): bool
    {
        return (UpscaleMethod::Lanczos === $enlarge->settings->method || UpscaleMethod::Mitchell === $enlarge->settings->method) &&
            !$crop->covers($enlarge->to);
    }

    private function enlarger(UpscaleMethod $way): Upscaler
    {
        return match ($way) {
            UpscaleMethod::Lanczos => new KernelUpscaler(UpscaleKernel::Lanczos, $this->reducer),
            UpscaleMethod::Mitchell => new KernelUpscaler(UpscaleKernel::Mitchell, $this->reducer),
            UpscaleMethod::Nearest => new NearestNeighbourUpscaler($this->reducer),
            default => new BicubicUpscaler(),
        };
    }
}
