<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** A field of a product that a sentence may be about. */
enum ProductField: string
{
    case Floor = 'floor';
    case Limit = 'limit';
    case Bleed = 'bleed';
    case Code = 'code';
    case Fabrics = 'fabrics';
    case Pieces = 'pieces';
}
