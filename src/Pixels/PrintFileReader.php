<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Vips;
use Snugfit\Pixels\Vips\VipsFailed;

/** Print file -> what is really in it, for preflight. */
final readonly class PrintFileReader
{
    private const LOADERS = [
        'VipsForeignLoadJpegFile' => Format::Jpeg,
        'VipsForeignLoadPngFile' => Format::Png,
        'VipsForeignLoadTiffFile' => Format::Tiff,
    ];

    /** @throws UnwritablePrintFile where the file cannot even be opened */
    public function read(string $path): PrintFileFacts
    {
        $format = self::LOADERS[(string) Vips::loaderFor($path)] ?? throw UnwritablePrintFile::because('it is no print file');
        try {
            $image = Image::load($format->value, $path, ['fail-on' => 1]);
        } catch (VipsFailed $e) {
            throw UnwritablePrintFile::because($e->getMessage());
        }
        [$across, $down] = $image->resolution();
        $alpha = $image->hasAlpha();

        return new PrintFileFacts(
            $format, $image->size(), $across * 25.4, $down * 25.4, PrintColour::profileOf($image),
            $image->bands() - ($alpha ? 1 : 0), $alpha, 8 * $image->format()->bytes(),
            (int) filesize($path), $this->isComplete($path, $format, $image), (string) hash_file('sha256', $path),
        );
    }

    /** JPEG ends with its end marker, PNG with its IEND chunk; a TIFF's last rows can be decoded. */
    private function isComplete(string $path, Format $format, Image $image): bool
    {
        $end = (string) file_get_contents($path, offset: max(0, (int) filesize($path) - 12));

        return match ($format) {
            Format::Jpeg => str_ends_with($end, "\xFF\xD9"),
            Format::Png => str_ends_with($end, "IEND\xAE\x42\x60\x82"),
            Format::Tiff => $this->lastRowDecodes($image),
        };
    }

    private function lastRowDecodes(Image $image): bool
    {
        $size = $image->size();
        try {
            $image->crop(new PixelWindow(0, $size->height - 1, $size->width, 1))->average();

            return true;
        } catch (VipsFailed) {
            return false;
        }
    }
}
