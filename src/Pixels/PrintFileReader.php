<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Pixels\Colour\IccDescription;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Lettering\LetteringCompositor;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Vips;
use Snugfit\Pixels\Vips\VipsFailed;
use Snugfit\Pixels\Writing\PdfInspector;

/** Print file -> what is really in it, for preflight. */
final readonly class PrintFileReader
{
    private const LOADERS = [
        'VipsForeignLoadJpegFile' => FileFormat::Jpeg,
        'VipsForeignLoadPngFile' => FileFormat::Png,
        'VipsForeignLoadTiffFile' => FileFormat::Tiff,
        'VipsForeignLoadWebpFile' => FileFormat::Webp,
        'VipsForeignLoadPdfFile' => FileFormat::Pdf,
    ];

    /** @throws UnwritablePrintFile where the file cannot even be opened */
    public function read(string $path): PrintFileFacts
    {
        $format = self::LOADERS[(string) Vips::loaderFor($path)] ?? throw UnwritablePrintFile::notOne();
        if (FileFormat::Pdf === $format) {
            return $this->pdf($path);
        }
        $image = self::open($path, $format);
        [$across, $down] = $image->resolution();
        $alpha = $image->hasAlpha();

        return new PrintFileFacts(
            $format,
            $image->size(),
            $across * 25.4,
            $down * 25.4,
            WorkingSpaceConverter::profileOf($image),
            $image->bands() - ($alpha ? 1 : 0),
            $alpha,
            8 * $image->format()->bytes(),
            (int) filesize($path),
            $this->isComplete($path, $format, $image),
            (string) hash_file('sha256', $path),
        );
    }

    /**
     * Looks at a print file's picture as it was written; of a PDF, at the one on its page, without what the page draws on it.
     *
     * @template T
     *
     * @param \Closure(string): T $look gets the path of a picture file
     *
     * @return T
     *
     * @throws UnwritablePrintFile
     */
    public function inStored(string $path, \Closure $look): mixed
    {
        return self::isPdf($path) ? PdfInspector::of($path)->picture($look) : $look($path);
    }

    /**
     * Looks at a print as it comes out of the press: of a PDF with the words that its page draws on the picture.
     *
     * @template T
     *
     * @param \Closure(string): T $look gets the path of a picture file
     *
     * @return T
     *
     * @throws UnwritablePrintFile
     */
    public function inPicture(string $path, \Closure $look): mixed
    {
        if (!self::isPdf($path)) {
            return $look($path);
        }
        $page = PdfInspector::of($path);
        // A page of lines is drawn with its words.
        $lettering = null === $page->lines() ? $page->lettering() : null;

        if (null === $lettering) {
            return $page->picture($look);
        }

        return $page->picture(static function (string $stored) use ($lettering, $look): mixed {
            $lettered = $stored.'.tif';
            LetteringCompositor::lay(self::picture($stored, false), $lettering->lettered, $lettering->samples(...))
                ->save('tiff', $lettered, []);

            return $look($lettered);
        });
    }

    private static function isPdf(string $path): bool
    {
        return FileFormat::Pdf === (self::LOADERS[(string) Vips::loaderFor($path)] ?? null);
    }

    /**
     * @param bool $stream to be read once from top to bottom
     *
     * @throws UnwritablePrintFile
     */
    public static function picture(string $path, bool $stream): Image
    {
        return self::open($path, self::LOADERS[(string) Vips::loaderFor($path)] ?? throw UnwritablePrintFile::notOne(), $stream);
    }

    private static function open(string $path, FileFormat $format, bool $stream = false): Image
    {
        try {
            return Image::load($format->value, $path, ['fail-on' => 1, 'access' => $stream ? 1 : 0]);
        } catch (VipsFailed $e) {
            throw UnwritablePrintFile::unreadable(cause: $e);
        }
    }

    private function pdf(string $path): PrintFileFacts
    {
        $page = PdfInspector::of($path);
        $inner = $this->stored($page, $path);
        [$left, $bottom, $right, $top] = $page->boxes->bleed;

        return new PrintFileFacts(
            FileFormat::Pdf,
            $inner->size,
            ($inner->size->width * 72) / max(1e-6, $right - $left),
            ($inner->size->height * 72) / max(1e-6, $top - $bottom),
            $inner->profile,
            $inner->channels,
            $inner->transparent,
            $inner->bits,
            (int) filesize($path),
            $inner->complete && str_contains(self::end($path, 1024), '%%EOF'),
            (string) hash_file('sha256', $path),
            $page->boxes,
        );
    }

    /** What is on a PDF's page: a picture, or lines that were planned for so many pixels. */
    private function stored(PdfInspector $page, string $path): PrintFileFacts
    {
        $size = $page->lines();
        if (null === $size) {
            return $page->picture(fn (string $extracted): PrintFileFacts => $this->read($extracted));
        }
        $profile = $page->profile();
        $described = null === $profile ? null : IccDescription::description($profile);

        return new PrintFileFacts(FileFormat::Pdf, $size, 0.0, 0.0, $described, 3, false, 8, (int) filesize($path), true, '');
    }

    /** JPEG ends with its end marker, PNG with its IEND chunk, a WebP says how long it is; a TIFF's last rows can be decoded. */
    private function isComplete(string $path, FileFormat $format, Image $image): bool
    {
        return match ($format) {
            FileFormat::Jpeg => str_ends_with(self::end($path, 12), "\xFF\xD9"),
            FileFormat::Png => str_ends_with(self::end($path, 12), "IEND\xAE\x42\x60\x82"),
            FileFormat::Webp => $this->webpIsWhole($path),
            FileFormat::Tiff => $this->lastRowDecodes($image),
            FileFormat::Pdf => true,
        };
    }

    private function webpIsWhole(string $path): bool
    {
        $length = unpack('V', str_pad((string) file_get_contents($path, offset: 4, length: 4), 4, "\xFF"))[1] ?? null;

        return \is_int($length) && filesize($path) >= 8 + $length;
    }

    private static function end(string $path, int $bytes): string
    {
        return (string) file_get_contents($path, offset: max(0, (int) filesize($path) - $bytes));
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
