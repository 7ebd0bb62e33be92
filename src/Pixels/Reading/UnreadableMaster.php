<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

/** A file cannot be used as a master. The message is a sentence for the person who gave it, without the file's name. */
final class UnreadableMaster extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function missing(): self
    {
        return self::because(FailureReason::Missing, 'The file is not there or may not be read.');
    }

    public static function altered(): self
    {
        return self::because(
            FailureReason::Altered,
            'The kept master is not the file that was given any more: its checksum differs. Give the same file again; that mends it.',
        );
    }

    public static function empty(): self
    {
        return self::because(FailureReason::Empty, 'The file is empty (0 bytes). Copy it again from where it came.');
    }

    public static function notAPicture(): self
    {
        return self::because(
            FailureReason::NotAPicture,
            'This is not a picture that can be read: JPEG, PNG, TIFF, WebP, HEIF/AVIF, JPEG XL, GIF, camera raw, OpenRaster, SVG, PDF '
            .'and EPS are.',
        );
    }

    public static function damaged(?\Throwable $cause = null): self
    {
        return self::because(
            FailureReason::Damaged,
            'The picture is cut short or damaged and cannot be decoded. Copy or export it again.',
            $cause,
        );
    }

    public static function tooManyPixels(int $width, int $height, int $limit): self
    {
        return self::because(
            FailureReason::TooLarge,
            \sprintf(
                'The file says it holds %s × %s px, %s megapixels; more than %s are not opened. Give a smaller version.',
                number_format($width),
                number_format($height),
                number_format(($width * $height) / 1e6),
                number_format($limit / 1e6),
            ),
        );
    }

    public static function locked(): self
    {
        return self::because(FailureReason::Locked, 'The PDF is locked with a password. Save it without one.');
    }

    public static function hasNoPages(): self
    {
        return self::because(FailureReason::Impossible, 'Pages are taken from PDF and TIFF files alone.');
    }

    public static function noBoundingBox(): self
    {
        return self::because(
            FailureReason::NotAPicture,
            'This PostScript file does not say where its drawing ends (%%BoundingBox). Export it as EPS or PDF.',
        );
    }

    /** @param string $package of Debian */
    public static function needs(string $package): self
    {
        return self::because(
            FailureReason::NotInstalled,
            \sprintf('To read files of this kind the program needs the package %s. Install it on this machine and try again.', $package),
        );
    }

    public static function tooMuchToDraw(): self
    {
        return self::because(
            FailureReason::TooSlow,
            'This drawing takes minutes to draw, most likely by its filters. Export it as a PNG or a PDF of the size that is needed.',
        );
    }

    public static function drawingTooLong(int $bytes): self
    {
        return self::because(
            FailureReason::TooLarge,
            \sprintf('The drawing has %s MB of text; more than 50 MB are not opened.', number_format($bytes / 1e6)),
        );
    }
}
