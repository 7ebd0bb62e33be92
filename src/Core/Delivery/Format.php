<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** A file format that print files are written in. */
enum Format: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Tiff = 'tiff';

    public function label(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Png => 'PNG',
            self::Tiff => 'TIFF',
        };
    }

    public function extension(): string
    {
        return match ($this) {
            self::Jpeg => 'jpg',
            self::Png => 'png',
            self::Tiff => 'tif',
        };
    }

    public function mediaType(): string
    {
        return 'image/'.$this->value;
    }

    public function keepsTransparency(): bool
    {
        return self::Jpeg !== $this;
    }

    public function keepsSixteenBits(): bool
    {
        return self::Jpeg !== $this;
    }

    /** The longest side the format can carry, in pixels: JPEG counts in 16 bits (ITU-T T.81), libpng refuses more than a million. */
    public function longestSide(): int
    {
        return match ($this) {
            self::Jpeg => 65_500,
            self::Png => 1_000_000,
            self::Tiff => 4_000_000,
        };
    }
}
