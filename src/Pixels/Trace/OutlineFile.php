<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Trace\OutlineFormat;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\SvgWriter;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Pixels\Vips\VipsFailed;
use Snugfit\Pixels\Writing\PdfDrawing;
use Snugfit\Pixels\Writing\PdfDrawingFile;
use Snugfit\Pixels\Writing\SpotColours;
use Symfony\Component\Process\Process;

/** Writes outlines as a file: lines stay lines in all formats but PNG, which has them at exact pixels. Whole, or not at all. */
final class OutlineFile
{
    /**
     * @param ?int $longSide pixels of a PNG; the picture's own where null
     *
     * @throws UnwritablePrintFile
     */
    public static function write(Outlines $outlines, bool $isStacked, OutlineFormat $format, string $target, ?int $longSide = null): void
    {
        // PostScript knows nothing half-transparent: on white, as it is on paper, or all of it would become pixels.
        $svg = SvgWriter::write(OutlineFormat::Eps === $format ? $outlines->onWhite() : $outlines, $isStacked);
        $part = \sprintf('%s.%s.part.%s', $target, bin2hex(random_bytes(4)), $format->value);
        try {
            if (OutlineFormat::Png === $format) {
                self::drawing($svg, $outlines, $longSide)
                    ->save('png', $part, ['profile' => 'srgb']);
            } elseif (OutlineFormat::Svg === $format) {
                if (\strlen($svg) !== @file_put_contents($part, $svg)) {
                    throw UnwritablePrintFile::at($target);
                }
            } else {
                $process = new Process(['rsvg-convert', '--format='.$format->value, '--output='.$part], input: $svg, timeout: null);
                if (0 !== $process->run()) {
                    throw UnwritablePrintFile::at($target, new \RuntimeException(trim($process->getErrorOutput())));
                }
                $spots = SpotColours::inSvg($svg);
                if (OutlineFormat::Pdf === $format && !$spots->areNone()) {
                    self::inked($part, $spots);
                }
            }
            if (!@rename($part, $target)) {
                throw UnwritablePrintFile::at($target);
            }
        } catch (VipsFailed $e) {
            throw UnwritablePrintFile::at($target, $e);
        } finally {
            @unlink($part);
        }
    }

    /** With plates for colours that have a name. */
    private static function inked(string $path, SpotColours $spots): void
    {
        $inked = $path.'.inked';
        try {
            PdfDrawingFile::write($inked, PdfDrawing::read($path, $spots));
            rename($inked, $path);
        } finally {
            @unlink($inked);
        }
    }

    private static function drawing(string $svg, Outlines $outlines, ?int $longSide): Image
    {
        $scale = ($longSide ?? max($outlines->width, $outlines->height)) / max($outlines->width, $outlines->height);
        $size = new PixelSize(max(1, (int) round($outlines->width * $scale)), max(1, (int) round($outlines->height * $scale)));
        $drawn = Image::drawing($svg, ['scale' => (float) $scale]);

        return $drawn->size()->equals($size) ? $drawn : $drawn->resize($size, Kernel::Lanczos);
    }
}
