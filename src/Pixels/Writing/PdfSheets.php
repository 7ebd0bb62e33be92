<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

/** A PDF of several pages (ISO 32000-1), each with a JPEG byte by byte as it was written; a profile that several have is in it once. */
final class PdfSheets
{
    /** Points: a line's width, and a label's size and place. */
    private const HAIRLINE = 0.25;
    private const LETTERS = 7.0;
    private const FOOT = 9.0;

    /** Objects before the pages' own, and of each page. */
    private const COMMON = 4;
    private const EACH = 3;

    /**
     * @param non-empty-list<PdfSheet> $sheets
     *
     * @throws UnwritablePrintFile
     */
    private static function write(string $path, array $sheets): void
    {
        PdfObjects::into($path, static function (PdfObjects $objects) use ($sheets): void {
            $first = static fn (int $i): int => self::COMMON + 1 + self::EACH * $i;
            $kids = implode(' ', array_map(static fn (int $i): string => $first($i).' 0 R', array_keys($sheets)));
            $objects->object(1, '<< /Type /Catalog /Pages 2 0 R >>');
            $objects->object(2, \sprintf('<< /Type /Pages /Kids [%s] /Count %d >>', $kids, \count($sheets)));
            $objects->object(3, '<< /Producer (Snugfit) >>');
            // One of the fourteen that every reader has (ISO 32000-1, 9.6.2.2).
            $objects->object(4, '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>');
            $next = $first(\count($sheets));
            /** @var array<string, int> $profiles their objects by their bytes */
            $profiles = [];
            foreach ($sheets as $i => $sheet) {
                $icc = (string) Image::load('jpeg', $sheet->jpeg)->blob('icc-profile-data');
                $profile = $profiles[$icc] ?? null;
                if (null === $profile) {
                    $profile = $profiles[$icc] = $next++;
                    $objects->stream($profile, \sprintf('/N %d /Filter /FlateDecode ', $sheet->channels), (string) gzcompress($icc, 9));
                }
                self::page($objects, $first($i), $sheet, $profile);
            }
            $objects->end(3);
        });
    }

    /**
     * Whole, or not at all.
     *
     * @param \Closure(string): non-empty-list<PdfSheet> $sheets gets a folder for their pictures, which is gone afterwards
     *
     * @throws UnwritablePrintFile
     */
    public static function make(string $target, \Closure $sheets): void
    {
        $folder = $target.'.sheets-'.bin2hex(random_bytes(4));
        mkdir($folder, 0o700);
        try {
            self::write($target.'.part', $sheets($folder));
            rename($target.'.part', $target);
        } finally {
            array_map(unlink(...), glob($folder.'/*') ?: []);
            rmdir($folder);
        }
    }

    private static function page(PdfObjects $objects, int $number, PdfSheet $sheet, int $profile): void
    {
        $objects->object($number, \sprintf(
            '<< /Type /Page /Parent 2 0 R /MediaBox %s%s /Resources << /XObject << /Picture %d 0 R >> /Font << /Label 4 0 R >> '
            .'/ProcSet [/PDF /Text /ImageC] >> /Contents %d 0 R >>',
            PdfObjects::box([0.0, 0.0, ...$sheet->media]),
            null === $sheet->trim ? '' : ' /TrimBox '.PdfObjects::box($sheet->trim),
            $number + 2,
            $number + 1,
        ));
        $objects->stream($number + 1, '', self::drawing($sheet));
        // Four inks in a JPEG are kept upside down.
        $objects->streamOf($number + 2, \sprintf(
            '/Type /XObject /Subtype /Image /Width %d /Height %d /ColorSpace [/ICCBased %d 0 R] /BitsPerComponent 8%s /Filter /DCTDecode ',
            $sheet->size->width,
            $sheet->size->height,
            $profile,
            4 === $sheet->channels ? ' /Decode [1 0 1 0 1 0 1 0]' : '',
        ), $sheet->jpeg);
    }

    private static function drawing(PdfSheet $sheet): string
    {
        [$left, $bottom, $right, $top] = $sheet->place;
        $number = PdfObjects::number(...);
        $drawing = \sprintf(
            'q %s 0 0 %s %s %s cm /Picture Do Q',
            $number($right - $left),
            $number($top - $bottom),
            $number($left),
            $number($bottom),
        );
        foreach ($sheet->lines as $i => $line) {
            [$x1, $y1, $x2, $y2] = array_map($number, $line);
            $drawing .= (0 === $i ? "\n".$number(self::HAIRLINE).' w 0 G' : '')."\n$x1 $y1 m $x2 $y2 l S";
        }
        if ('' !== $sheet->label) {
            $drawing .= \sprintf(
                "\nBT /Label %s Tf 0 g %s %s Td (%s) Tj ET",
                $number(self::LETTERS),
                $number($left),
                $number(self::FOOT),
                addcslashes((string) preg_replace('/[^\x20-\x7e]/', '?', $sheet->label), '\\()'),
            );
        }

        return $drawing;
    }
}
