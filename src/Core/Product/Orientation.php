<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\PrintSize;

/** Which way up a print is. */
enum Orientation: string
{
    case Portrait = 'portrait';
    case Landscape = 'landscape';
    case Square = 'square';

    public static function of(PrintSize $size): self
    {
        return match (true) {
            $size->isSquare() => self::Square,
            $size->height->isLongerThan($size->width) => self::Portrait,
            default => self::Landscape,
        };
    }
}
