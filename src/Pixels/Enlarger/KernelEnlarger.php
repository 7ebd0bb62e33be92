<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Alpha;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;

/** One convolution kernel, on encoded values: enlarging in linear light rings visibly on dark sides of edges. */
final readonly class KernelEnlarger implements Enlarger
{
    public function __construct(private Kernel $kernel)
    {
    }

    public function enlarge(Image $picture, PixelSize $to): Image
    {
        return Alpha::multipliedIn($picture, fn (Image $image): Image => $image->resize($to, $this->kernel));
    }
}
