<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

/** Writes a print's pixels into a file of the wanted format. */
final readonly class PrintFileWriter
{
    /** What came with a master and belongs in no print file. */
    public const NOTES = [
        'exif-data',
        'xmp-data',
        'iptc-data',
        'photoshop-data',
        'icc-profile-data',
        'gif-delay',
        'delay',
        'loop',
        'n-pages',
        'page-height',
        'orientation',
    ];

    private const UNIT_INCH = 1;
    private const PREDICT_HORIZONTAL = 2;
    private const NO_SUBSAMPLING = 2;
    /** Classic TIFF ends at 4 GiB; packing can make noise larger than it was. */
    private const CLASSIC_TIFF_BYTES = 2_500_000_000;

    /**
     * @param \Closure(): Image $picture   begins a pipeline that can be read once
     * @param ?Lettered         $lettering words that the page draws itself, on the picture
     *
     * @throws UnwritablePrintFile
     */
    public function write(\Closure $picture, Write $write, string $path, ?Lettered $lettering = null): void
    {
        $begin = static fn (): Image => $picture()->withResolution($write->ppi->value / 25.4);
        $this->save($begin(), $write, $write->quality, $path, $lettering);
        if (null === $write->limit || !$write->format->isLossy() || self::bytes($path) <= $write->limit->bytes) {
            return;
        }
        // Kept as they are, so that every further try begins with the same pixels and no loss comes twice.
        $kept = $path.'.v';
        try {
            $begin()->save('vips', $kept, []);
            $this->saveBelow(Image::load('vips', $kept), $write, $write->limit, $path, $lettering);
        } finally {
            if (is_file($kept)) {
                unlink($kept);
            }
        }
    }

    /** The highest quality whose file is within the limit: halved in, since a lower quality makes a smaller file. */
    private function saveBelow(Image $picture, Write $write, SizeLimit $limit, string $path, ?Lettered $lettering): void
    {
        [$most, $least] = [$limit->bytes, $limit->leastQuality];
        $this->save($picture, $write, $least, $path, $lettering);
        if (self::bytes($path) > $most) {
            throw UnwritablePrintFile::tooLarge(self::bytes($path), $most, $least);
        }
        [$fits, $tooMuch, $written] = [$least, $write->quality, $least];
        while ($tooMuch - $fits > 1) {
            $written = intdiv($fits + $tooMuch, 2);
            $this->save($picture, $write, $written, $path, $lettering);
            if (self::bytes($path) <= $most) {
                $fits = $written;
            } else {
                $tooMuch = $written;
            }
        }
        if ($written !== $fits) {
            $this->save($picture, $write, $fits, $path, $lettering);
        }
    }

    private function save(Image $picture, Write $write, int $quality, string $path, ?Lettered $lettering): void
    {
        // The profile of what was converted is in the picture; sRGB is what it is where nothing was.
        $profile = Profile::Srgb === $write->colour->profile ? ['profile' => 'srgb'] : [];
        match ($write->format) {
            FileFormat::Jpeg => $this->jpeg($picture, $quality, $profile, $path),
            FileFormat::Png => $picture->save('png', $path, $profile),
            FileFormat::Tiff => $picture->save(
                'tiff',
                $path,
                $profile + [
                    'compression' => match ($write->compression) {
                        Compression::None => 0,
                        Compression::Deflate => 2,
                        Compression::Lzw => 5,
                    },
                    'predictor' => self::PREDICT_HORIZONTAL,
                    'resunit' => self::UNIT_INCH,
                    'bigtiff' => $picture->size()->pixels() * $picture->bands() * $picture->format()->bytes() > self::CLASSIC_TIFF_BYTES
                        ? 1
                        : 0,
                ],
            ),
            FileFormat::Webp => $picture->save('webp', $path, $profile + ['Q' => $quality, 'smart-subsample' => 1, 'effort' => 4]),
            FileFormat::Pdf => $this->pdf($picture, $write, $quality, $profile, $path, $lettering),
        };
    }

    /** @param array<string, string> $profile */
    private function jpeg(Image $picture, int $quality, array $profile, string $path): void
    {
        $picture->save('jpeg', $path, $profile + ['Q' => $quality, 'subsample-mode' => self::NO_SUBSAMPLING]);
    }

    /** @param array<string, string> $profile */
    private function pdf(Image $picture, Write $write, int $quality, array $profile, string $path, ?Lettered $lettering): void
    {
        $jpeg = $path.'.jpg';
        try {
            $this->jpeg($picture, $quality, $profile, $jpeg);
            PdfFile::write(
                $path,
                $jpeg,
                $picture->size(),
                $write->page ?? throw new \LogicException('A PDF has a page.'),
                $write->colour->profile,
                null === $lettering ? null : PdfLettering::in($lettering, $write->colour),
            );
        } finally {
            if (is_file($jpeg)) {
                unlink($jpeg);
            }
        }
    }

    private static function bytes(string $path): int
    {
        clearstatcache(true, $path);

        return (int) filesize($path);
    }
}
