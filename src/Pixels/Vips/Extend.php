<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** How an image goes on beyond its edges, with libvips' values (VipsExtend). */
enum Extend: int
{
    case Copy = 1;
    case Mirror = 3;
    case Background = 5;
}
