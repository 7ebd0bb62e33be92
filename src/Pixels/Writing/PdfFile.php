<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\ProfileFile;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

/**
 * A PDF of one page (ISO 32000-1) with a JPEG in it, byte by byte as it was written, or with a master's own lines, its profile, and the
 * boxes that a printer cuts by. The picture is copied through, never held in memory. The same file gives the same bytes.
 */
final class PdfFile
{
    /** Points; a page of more than that counts in larger units (ISO 32000-1, annex C and 14.11.2). */
    private const LONGEST = 14_400;

    /** Says of a page of lines for how many pixels it was planned. */
    public const LINES = '/Lines';

    /** Points; a cut mark's width. */
    private const HAIRLINE = 0.25;

    private const PICTURE = '/Picture';

    private function __construct(
        private readonly PdfPage $page,
        private readonly Profile $profile,
        private readonly PixelSize $size,
        private readonly ?PdfLettering $lettering,
    ) {
    }

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
        $file = new self($page, $profile, $size, $lettering);
        PdfObjects::into($path, static fn (PdfObjects $objects) => $file->withPicture($objects, $jpeg));
    }

    /**
     * A page of the master's own lines, in sRGB.
     *
     * @throws UnwritablePrintFile
     */
    public static function writeLines(string $path, Recipe $recipe, PdfLines $lines, ?PdfLettering $lettering): void
    {
        $page = $recipe->write->page ?? throw new \LogicException('A PDF has a page.');
        $file = new self($page, $recipe->write->colour->profile, $recipe->size(), $lettering);
        PdfObjects::into($path, static fn (PdfObjects $objects) => $file->withLines($objects, $lines));
    }

    private function withPicture(PdfObjects $objects, string $jpeg): void
    {
        [$left, $bottom, $right, $top] = $this->place();
        $picture = \sprintf(
            'q %s 0 0 %s %s %s cm %s Do Q',
            PdfObjects::number($right - $left),
            PdfObjects::number($top - $bottom),
            PdfObjects::number($left),
            PdfObjects::number($bottom),
            self::PICTURE,
        );
        $private = null === $this->lettering ? null : '8 0 R';
        $procedures = '/PDF /Image'.(1 === $this->profile->channels() ? 'B' : 'C');
        $this->page($objects, $picture, $procedures, null !== $this->lettering, $private);
        // Four inks in a JPEG are kept upside down.
        $objects->streamOf(5, \sprintf(
            '/Type /XObject /Subtype /Image /Width %d /Height %d /ColorSpace [/ICCBased 6 0 R] /BitsPerComponent 8%s /Filter /DCTDecode ',
            $this->size->width,
            $this->size->height,
            4 === $this->profile->channels() ? ' /Decode [1 0 1 0 1 0 1 0]' : '',
        ), $jpeg);
        $this->end($objects, (string) Image::load('jpeg', $jpeg)->blob('icc-profile-data'));
    }

    private function withLines(PdfObjects $objects, PdfLines $lines): void
    {
        $private = \sprintf(
            '<< %s [%d %d]%s >>', self::LINES, $this->size->width, $this->size->height, null === $this->lettering ? '' : ' /Words 8 0 R',
        );
        $this->page($objects, $lines->content($this->place(), self::PICTURE), '/PDF /Text /ImageC /ImageB', true, $private);
        $lines->drawing->write($objects, 5, null === $this->lettering ? 8 : 9, 6);
        $this->end($objects, ProfileFile::bytes($this->profile));
    }

    /**
     * @param string  $drawn   what lies on it
     * @param ?string $private what is kept beside it
     */
    private function page(PdfObjects $objects, string $drawn, string $procedures, bool $hasInk, ?string $private): void
    {
        $unit = self::unit($this->page);
        $objects->object(1, '<< /Type /Catalog /Pages 2 0 R >>');
        $objects->object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
        $objects->object(
            3,
            \sprintf(
                '<< /Type /Page /Parent 2 0 R /MediaBox %s /BleedBox %s /TrimBox %s%s /Resources << /XObject << '
                .'%s 5 0 R >> /ProcSet [%s]%s >> /Contents 4 0 R%s >>',
                PdfObjects::box($this->page->mediaBox(), $unit),
                PdfObjects::box($this->page->bleedBox(), $unit),
                PdfObjects::box($this->page->trimBox(), $unit),
                1 === $unit ? '' : " /UserUnit $unit",
                self::PICTURE,
                $procedures,
                $hasInk ? \sprintf(' /ColorSpace << %s [/ICCBased 6 0 R] >>', PdfLettering::INK) : '',
                null === $private ? '' : " /PieceInfo << /Snugfit << /LastModified (D:20000101000000Z) /Private $private >> >>",
            ),
        );
        $objects->stream(4, '', $drawn.$this->above());
    }

    private function end(PdfObjects $objects, string $icc): void
    {
        $objects->stream(6, \sprintf('/N %d /Filter /FlateDecode ', $this->profile->channels()), (string) gzcompress($icc, 9));
        $objects->object(7, '<< /Producer (Snugfit) >>');
        if (null !== $this->lettering) {
            $objects->stream(8, '/Type '.PdfLettering::TYPE.' ', $this->lettering->record());
        }
        $objects->end(7);
    }

    /** @return array{float, float, float, float} of the file's pixels, in the page's own unit: left, bottom, right and top */
    private function place(): array
    {
        $unit = self::unit($this->page);
        [$left, $bottom, $right, $top] = $this->page->bleedBox();

        return [$left / $unit, $bottom / $unit, $right / $unit, $top / $unit];
    }

    /** Points that a page's own unit has. */
    public static function unit(PdfPage $page): int
    {
        return max(1, (int) ceil(max($page->mediaBox()) / self::LONGEST));
    }

    /** Words, and what tells where to cut and to fold. */
    private function above(): string
    {
        [$page, $unit] = [$this->page, self::unit($this->page)];
        $lines = $this->lettering?->drawing($this->place(), $this->size) ?? '';
        $black = Profile::Coated === $this->profile ? '1 1 1 1 K' : '0 G';
        foreach ($page->marks() as $i => $mark) {
            [$x1, $y1, $x2, $y2] = array_map(static fn (float $value): string => PdfObjects::number($value / $unit), $mark);
            $lines .=
                (0 === $i
                    ? \sprintf("\n%s w %s", PdfObjects::number(self::HAIRLINE / $unit), $black)
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
