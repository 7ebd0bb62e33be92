<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** How one number of an image is stored, with libvips' values (VipsBandFormat). */
enum BandFormat: int
{
    case Byte = 0;
    case SignedByte = 1;
    case Short = 2;
    case SignedShort = 3;
    case Int = 4;
    case SignedInt = 5;
    case Float = 6;
    case Complex = 7;
    case Double = 8;
    case DoubleComplex = 9;

    public function bytes(): int
    {
        return match ($this) {
            self::Byte, self::SignedByte => 1,
            self::Short, self::SignedShort => 2,
            self::Int, self::SignedInt, self::Float => 4,
            self::Complex, self::Double => 8,
            self::DoubleComplex => 16,
        };
    }
}
