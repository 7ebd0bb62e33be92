<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

/**
 * A PDF of one page (ISO 32000-1) with a JPEG in it, byte by byte as it was written, its profile, and the boxes that a
 * printer cuts by. The picture is copied through, never held in memory. The same file gives the same bytes.
 */
final class PdfFile
{
    /** Points; a page of more than that counts in larger units (ISO 32000-1, annex C and 14.11.2). */
    private const LONGEST = 14_400;

    /** Points; a cut mark's width. */
    private const HAIRLINE = 0.25;

    /**
     * @param string        $jpeg      path of a JPEG with an embedded profile
     * @param ?PdfLettering $lettering laid on the picture, as outlines
     *
     * @throws UnwritablePrintFile
     */
    public static function write(
        string $path,
        string $jpeg,
        PixelSize $size,
        PdfPage $page,
        Profile $profile,
        ?PdfLettering $lettering = null,
    ): void {
        PdfObjects::into($path, static fn (PdfObjects $objects) => self::all($objects, $jpeg, $size, $page, $profile, $lettering));
    }

    private static function all(
        PdfObjects $objects,
        string $jpeg,
        PixelSize $size,
        PdfPage $page,
        Profile $profile,
        ?PdfLettering $lettering,
    ): void {
        $unit = self::unit($page);
        $objects->object(1, '<< /Type /Catalog /Pages 2 0 R >>');
        $objects->object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
        $objects->object(
            3,
            \sprintf(
                '<< /Type /Page /Parent 2 0 R /MediaBox %s /BleedBox %s /TrimBox %s%s /Resources << /XObject << '
                .'/Picture 5 0 R >> /ProcSet [/PDF /Image%s]%s >> /Contents 4 0 R%s >>',
                PdfObjects::box($page->mediaBox(), $unit),
                PdfObjects::box($page->bleedBox(), $unit),
                PdfObjects::box($page->trimBox(), $unit),
                1 === $unit ? '' : " /UserUnit $unit",
                1 === $profile->channels() ? 'B' : 'C',
                null === $lettering ? '' : \sprintf(' /ColorSpace << %s [/ICCBased 6 0 R] >>', PdfLettering::INK),
                null === $lettering ? '' : ' /PieceInfo << /Snugfit << /LastModified (D:20000101000000Z) /Private 8 0 R >> >>',
            ),
        );
        $objects->stream(4, '', self::drawing($page, $profile, $unit, $lettering, $size));
        // Four inks in a JPEG are kept upside down.
        $objects->streamOf(5, \sprintf(
            '/Type /XObject /Subtype /Image /Width %d /Height %d /ColorSpace [/ICCBased 6 0 R] /BitsPerComponent 8%s /Filter /DCTDecode ',
            $size->width,
            $size->height,
            4 === $profile->channels() ? ' /Decode [1 0 1 0 1 0 1 0]' : '',
        ), $jpeg);
        $icc = (string) Image::load('jpeg', $jpeg)->blob('icc-profile-data');
        $objects->stream(6, \sprintf('/N %d /Filter /FlateDecode ', $profile->channels()), (string) gzcompress($icc, 9));
        $objects->object(7, '<< /Producer (Snugfit) >>');
        if (null !== $lettering) {
            $objects->stream(8, '/Type '.PdfLettering::TYPE.' ', $lettering->record());
        }
        $objects->end(7);
    }

    /** Points that a page's own unit has. */
    public static function unit(PdfPage $page): int
    {
        return max(1, (int) ceil(max($page->mediaBox()) / self::LONGEST));
    }

    private static function drawing(PdfPage $page, Profile $profile, int $unit, ?PdfLettering $lettering, PixelSize $size): string
    {
        [$left, $bottom, $right, $top] = $page->bleedBox();
        $lines = \sprintf(
            'q %s 0 0 %s %s %s cm /Picture Do Q',
            PdfObjects::number(($right - $left) / $unit),
            PdfObjects::number(($top - $bottom) / $unit),
            PdfObjects::number($left / $unit),
            PdfObjects::number($bottom / $unit),
        );
        $lines .= $lettering?->drawing([$left / $unit, $bottom / $unit, $right / $unit, $top / $unit], $size) ?? '';
        foreach ($page->marks() as $i => $mark) {
            [$x1, $y1, $x2, $y2] = array_map(static fn (float $value): string => PdfObjects::number($value / $unit), $mark);
            $lines .=
                (0 === $i
                    ? \sprintf("\n%s w %s", PdfObjects::number(self::HAIRLINE / $unit), Profile::Coated === $profile ? '1 1 1 1 K' : '0 G')
                    : '')."\n$x1 $y1 m $x2 $y2 l S";
        }

        // Folds are dashed, so that nobody cuts there.
        foreach ($page->folds() as $i => $fold) {
            [$x1, $y1, $x2, $y2] = array_map(static fn (float $value): string => PdfObjects::number($value / $unit), $fold);
            $lines .= (0 === $i ? "\n[1.5 1.5] 0 d" : '')."\n$x1 $y1 m $x2 $y2 l S";
        }

        return $lines;
    }
}
