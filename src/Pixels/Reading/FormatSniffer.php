<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\MasterFormat;

/**
 * Tells files by their first bytes that libvips does not decode itself, or would take for something else: a camera's raw file is
 * most often a TIFF whose first picture is a thumbnail.
 */
final class FormatSniffer
{
    /** Starts of raw files that are no TIFF: offset and bytes (as LibRaw and file(1) know them). */
    private const RAW = [
        [0, 'FUJIFILMCCD-RAW'], [0, 'IIRO'], [0, 'IIRS'], [0, 'MMOR'], [0, "IIU\0"], [0, 'FOVb'], [0, "\0MRM"], [4, 'ftypcrx '],
        [0, "II\x1a\0\0\0HEAPCCDR"], [8, 'CR'],
    ];

    /** The start of an EPS with a preview for other systems (Adobe Technical Note 5002). */
    private const BOXED_EPS = "\xc5\xd0\xd3\xc6";

    /** TIFF 6.0 and DNG 1.4: where a file says that its first picture is a reduced one, whence the camera, and that it is a DNG. */
    private const NEW_SUBFILE_TYPE = 254;
    private const MAKE = 271;
    private const SUB_IFDS = 330;
    private const DNG_VERSION = 50706;

    /** TIFF 6.0's type of 16 bits. */
    private const SHORT = 3;

    /** As many entries as a directory of ours is looked at. */
    private const MOST_ENTRIES = 512;

    /** @return ?MasterFormat null for what is none of them */
    public static function of(string $path): ?MasterFormat
    {
        $head = (string) file_get_contents($path, length: 64);
        foreach (self::RAW as [$at, $bytes]) {
            if ($bytes === substr($head, $at, \strlen($bytes)) && (8 !== $at || self::isTiff($head))) {
                return MasterFormat::Raw;
            }
        }

        return match (true) {
            str_starts_with($head, '%!PS'), str_starts_with($head, self::BOXED_EPS) => MasterFormat::Eps,
            // OpenRaster: the first entry of the ZIP is stored, and says what it is.
            str_starts_with($head, "PK\x03\x04") && 'mimetypeimage/openraster' === substr($head, 30, 24) => MasterFormat::OpenRaster,
            self::isTiff($head) && self::isRaw($path) => MasterFormat::Raw,
            default => null,
        };
    }

    private static function isTiff(string $head): bool
    {
        return str_starts_with($head, "II*\0") || str_starts_with($head, "MM\0*");
    }

    private static function isRaw(string $path): bool
    {
        $file = fopen($path, 'r') ?: throw UnreadableMaster::missing();
        $isLittle = 'I' === fgetc($file);
        $number = static function (string $bytes) use ($isLittle): int {
            $value = 0;
            foreach (str_split($isLittle ? strrev($bytes) : $bytes) as $byte) {
                $value = $value << 8 | \ord($byte);
            }

            return $value;
        };
        fseek($file, 4);
        fseek($file, $number((string) fread($file, 4)));
        $count = min(self::MOST_ENTRIES, $number((string) fread($file, 2)));
        $entries = str_split((string) stream_get_contents($file, 12 * $count), 12);
        fclose($file);
        $tags = [];
        $isReduced = false;
        foreach ($entries as $entry) {
            $tag = $number(substr($entry, 0, 2));
            $tags[$tag] = true;
            // One number of 16 or 32 bits, at the start of its place.
            $value = $number(substr($entry, 8, self::SHORT === $number(substr($entry, 2, 2)) ? 2 : 4));
            $isReduced = $isReduced || (self::NEW_SUBFILE_TYPE === $tag && 1 === $value);
        }

        return isset($tags[self::DNG_VERSION]) || ($isReduced && isset($tags[self::MAKE], $tags[self::SUB_IFDS]));
    }
}
