<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** A file format that print files are written in. */
enum FileFormat: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Tiff = 'tiff';
    case Webp = 'webp';
    /** One page with the picture in it as a JPEG. */
    case Pdf = 'pdf';

    public function label(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Png => 'PNG',
            self::Tiff => 'TIFF',
            self::Webp => 'WebP',
            self::Pdf => 'PDF',
        };
    }

    public function extension(): string
    {
        return match ($this) {
            self::Jpeg => 'jpg',
            self::Png => 'png',
            self::Tiff => 'tif',
            self::Webp => 'webp',
            self::Pdf => 'pdf',
        };
    }

    public function mediaType(): string
    {
        return self::Pdf === $this ? 'application/pdf' : 'image/'.$this->value;
    }

    public function keepsTransparency(): bool
    {
        return self::Jpeg !== $this && self::Pdf !== $this;
    }

    public function keepsSixteenBits(): bool
    {
        return self::Png === $this || self::Tiff === $this;
    }

    /** Whether a quality is chosen, and lowering it makes the file smaller. */
    public function isLossy(): bool
    {
        return self::Png !== $this && self::Tiff !== $this;
    }

    /** PNG knows no inks (PNG, third edition), WebP nothing but RGB. */
    public function takes(Profile $profile): bool
    {
        return match ($this) {
            self::Jpeg, self::Tiff, self::Pdf => true,
            self::Png => Profile::Coated !== $profile,
            self::Webp => 3 === $profile->channels(),
        };
    }

    /**
     * The longest side the format can carry, in pixels: JPEG counts in 16 bits (ITU-T T.81), libpng refuses more than a million,
     * WebP counts in 14 bits.
     */
    public function longestSide(): int
    {
        return match ($this) {
            self::Jpeg, self::Pdf => 65_500,
            self::Png => 1_000_000,
            self::Tiff => 4_000_000,
            self::Webp => 16_383,
        };
    }
}
