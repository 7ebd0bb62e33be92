<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** What a free size fixes. */
enum FreeMeasure: string
{
    case Long = 'long';
    case Short = 'short';
    case Width = 'width';
    case Height = 'height';
    case Megapixels = 'megapixels';
    case Percent = 'percent';
}
