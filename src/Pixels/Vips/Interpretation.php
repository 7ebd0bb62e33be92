<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** What the numbers of an image mean, with libvips' values (VipsInterpretation). */
enum Interpretation: int
{
    case Multiband = 0;
    case BlackAndWhite = 1;
    case Histogram = 10;
    case Xyz = 12;
    case Lab = 13;
    case Cmyk = 15;
    case LabQ = 16;
    case Rgb = 17;
    case Lch = 19;
    case LabS = 21;
    case Srgb = 22;
    case Yxy = 23;
    case Rgb16 = 25;
    case Grey16 = 26;
    case ScRgb = 28;
    case Hsv = 29;
}
