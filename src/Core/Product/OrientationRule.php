<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** Which way up a product may be printed. */
enum OrientationRule: string
{
    case Either = 'either';
    case Portrait = 'portrait';
    case Landscape = 'landscape';

    public function label(): string
    {
        return match ($this) {
            self::Either => 'either way',
            self::Portrait => 'portrait only',
            self::Landscape => 'landscape only',
        };
    }
}
