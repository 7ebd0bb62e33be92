<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** Quarter turns clockwise, with libvips' values (VipsAngle). */
enum Angle: int
{
    case Right = 1;
    case Half = 2;
    case Left = 3;
}
