<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Keeps pictures for looking. */
final class KeptPicture
{
    /** Pixels on the long side of a print on a proof sheet. */
    private const THUMBNAIL = 420;

    private const THUMBNAIL_QUALITY = 82;

    /** A print as a screen shows it, on white where it is transparent. */
    public static function thumbnail(PrintFileReader $printFiles, string $print, string $target): void
    {
        $printFiles->inPicture($print, static function (string $file) use ($target): void {
            $small = Image::thumbnailOf($file, self::THUMBNAIL)->colourspace(Interpretation::Srgb);
            $opaque = $small->hasAlpha() ? $small->flatten([255.0, 255.0, 255.0]) : $small;
            $opaque->without('exif-data', 'xmp-data', 'icc-profile-data')->saveWhole('jpeg', $target, ['Q' => self::THUMBNAIL_QUALITY]);
        });
    }
}
