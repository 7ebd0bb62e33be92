<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** A file format that masters are read from. */
enum MasterFormat: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Tiff = 'tiff';
    case Webp = 'webp';
    case Heif = 'heif';
    case Jxl = 'jxl';
    case Gif = 'gif';
    case Svg = 'svg';
    case Pdf = 'pdf';

    public function label(): string
    {
        return match ($this) {
            self::Webp => 'WebP',
            self::Heif => 'HEIF/AVIF',
            self::Jxl => 'JPEG XL',
            default => strtoupper($this->value),
        };
    }

    /** @return non-empty-list<string> */
    public function extensions(): array
    {
        return match ($this) {
            self::Jpeg => ['jpg', 'jpeg', 'jpe', 'jfif'],
            self::Tiff => ['tif', 'tiff'],
            self::Heif => ['heic', 'heif', 'avif', 'hif'],
            default => [$this->value],
        };
    }

    /** Drawn afresh at any size instead of being enlarged. */
    public function isVector(): bool
    {
        return self::Svg === $this || self::Pdf === $this;
    }

    /** The format that a file name promises; what the file really is, its bytes say. */
    public static function promisedBy(string $name): ?self
    {
        $extension = strtolower(pathinfo($name, \PATHINFO_EXTENSION));
        foreach (self::cases() as $format) {
            if (\in_array($extension, $format->extensions(), true)) {
                return $format;
            }
        }

        return null;
    }
}
