<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\MasterFormat;

/**
 * The ppi that a file is tagged with. Read from its bytes, because libvips gives files without a tag one of its own: JFIF 1.02
 * (density units; 0 is a proportion, no resolution), PNG third edition (pHYs, unit 1 is the metre), TIFF 6.0 and EXIF 2.32
 * (tags 282 and 296; unit 1 is none, 2 the inch, 3 the centimetre).
 */
final readonly class ResolutionTag
{
    /** How far into a file its tags are looked for, in bytes. */
    private const HEAD = 1 << 20;

    private const INCH = 25.4;
    private const MOST = 100_000.0;

    /** @param string $exif the file's EXIF block, as the library hands it over; empty for none */
    public static function of(string $path, MasterFormat $format, string $exif): ?float
    {
        $head = (string) file_get_contents($path, length: self::HEAD);
        $exif = str_starts_with($exif, "Exif\0\0") ? substr($exif, 6) : $exif;
        $inExif = static fn (int $at, int $length): string => substr($exif, $at, $length);
        // A TIFF's directory may lie at the end of a large file.
        $inFile = static fn (int $at, int $length): string => (string) @file_get_contents($path, offset: $at, length: max(0, $length));
        $ppi = match ($format) {
            MasterFormat::Jpeg => self::inTiff($inExif) ?? self::inJfif($head),
            MasterFormat::Png => self::inPng($head) ?? self::inTiff($inExif),
            MasterFormat::Tiff => self::inTiff($inFile),
            default => self::inTiff($inExif),
        };

        return null !== $ppi && $ppi > 0 && $ppi < self::MOST ? round($ppi, 1) : null;
    }

    private static function inJfif(string $head): ?float
    {
        for (
            $at = 2;
            $at + 18 <= \strlen($head) && "\xff" === $head[$at] && "\xda" !== $head[$at + 1];
            $at += 2 + self::u16($head, $at + 2)
        ) {
            if ("\xe0" === $head[$at + 1] && "JFIF\0" === substr($head, $at + 4, 5)) {
                $density = self::u16($head, $at + 12);

                return match (\ord($head[$at + 11])) {
                    1 => (float) $density,
                    2 => ($density * self::INCH) / 10,
                    default => null,
                };
            }
        }

        return null;
    }

    private static function inPng(string $head): ?float
    {
        for ($at = 8; $at + 12 <= \strlen($head); $at += 12 + self::u32($head, $at)) {
            $type = substr($head, $at + 4, 4);
            if ('IDAT' === $type) {
                break;
            }
            if ('pHYs' === $type && $at + 17 <= \strlen($head)) {
                return 1 === \ord($head[$at + 16]) ? (self::u32($head, $at + 8) * self::INCH) / 1000 : null;
            }
        }

        return null;
    }

    /**
     * In the first directory of a TIFF structure, which EXIF is, too.
     *
     * @param \Closure(int, int): string $bytes so many from a place on
     */
    private static function inTiff(\Closure $bytes): ?float
    {
        $order = $bytes(0, 4);
        if ("II*\0" !== $order && "MM\0*" !== $order) {
            return null;
        }
        $big = static fn (string $number): string => "II*\0" === $order ? strrev($number) : $number;
        $short = static fn (string $entry, int $at): int => self::u16($big(substr($entry, $at, 2)), 0);
        $long = static fn (string $entry, int $at): int => self::u32($big(substr($entry, $at, 4)), 0);
        $directory = $long($bytes(4, 4), 0);
        $entries = $directory < 8 ? '' : $bytes($directory + 2, 12 * $short($bytes($directory, 2), 0));
        [$resolution, $unit] = [null, 2];
        foreach (str_split($entries, 12) as $entry) {
            if (282 === $short($entry, 0) && 5 === $short($entry, 2)) {
                $rational = $bytes($long($entry, 8), 8);
                $divisor = $long($rational, 4);
                $resolution = 0 === $divisor ? null : $long($rational, 0) / $divisor;
            } elseif (296 === $short($entry, 0)) {
                $unit = $short($entry, 8);
            }
        }

        return match (true) {
            null === $resolution => null,
            2 === $unit => (float) $resolution,
            3 === $unit => ($resolution * self::INCH) / 10,
            default => null,
        };
    }

    /** Big endian; nothing where the bytes end before. */
    private static function u16(string $bytes, int $at): int
    {
        return $at + 2 <= \strlen($bytes) ? (\ord($bytes[$at]) << 8) | \ord($bytes[$at + 1]) : 0;
    }

    private static function u32(string $bytes, int $at): int
    {
        return (self::u16($bytes, $at) << 16) | self::u16($bytes, $at + 2);
    }
}
