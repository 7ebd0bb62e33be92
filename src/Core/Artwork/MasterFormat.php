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
    case Eps = 'eps';
    /** Of a camera. */
    case Raw = 'raw';
    case OpenRaster = 'ora';

    public function label(): string
    {
        return match ($this) {
            self::Webp => 'WebP',
            self::Heif => 'HEIF/AVIF',
            self::Jxl => 'JPEG XL',
            self::Raw => 'camera raw',
            self::OpenRaster => 'OpenRaster',
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
            self::Eps => ['eps', 'epsf', 'epsi', 'ps'],
            self::Raw => [
                'dng', 'cr2', 'cr3', 'crw', 'nef', 'nrw', 'arw', 'sr2', 'srf', 'raf', 'orf', 'rw2', 'pef', 'srw', '3fr', 'iiq', 'x3f',
                'mrw', 'erf', 'kdc', 'dcr', 'mos', 'mef', 'raw',
            ],
            default => [$this->value],
        };
    }

    /** Drawn afresh at any size instead of being enlarged. */
    public function isVector(): bool
    {
        return \in_array($this, [self::Svg, self::Pdf, self::Eps], true);
    }

    /** Whether each of its pages can be a picture of its own. */
    public function hasPages(): bool
    {
        return self::Pdf === $this || self::Tiff === $this;
    }

    /** What its pictures are decoded to first, by another program; itself where they need not be. */
    public function decodedTo(): self
    {
        return match ($this) {
            self::Eps => self::Pdf,
            self::Raw => self::Tiff,
            self::OpenRaster => self::Png,
            default => $this,
        };
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
