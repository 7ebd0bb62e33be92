<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** Resampling kernels, with libvips' values (VipsKernel). */
enum Kernel: int
{
    case Linear = 1;
    /** Catmull-Rom. */
    case Cubic = 2;
    /** B = C = 1/3 (Mitchell & Netravali 1988). */
    case Mitchell = 3;
    /** Three lobes (Duchon 1979). */
    case Lanczos = 5;
}
