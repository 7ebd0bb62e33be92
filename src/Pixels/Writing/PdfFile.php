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

    /** @param resource $file */
    private function __construct(
        private $file,
        private readonly string $path,
        private int $at = 0,
        /** @var array<int, int> */
        private array $places = [],
    ) {
    }

    /**
     * @param string $jpeg path of a JPEG with an embedded profile
     *
     * @throws UnwritablePrintFile
     */
    public static function write(string $path, string $jpeg, PixelSize $size, PdfPage $page, Profile $profile): void
    {
        $file = fopen($path, 'w') ?: throw UnwritablePrintFile::at($path);
        try {
            (new self($file, $path))->all($jpeg, $size, $page, $profile);
        } finally {
            fclose($file);
        }
    }

    private function all(string $jpeg, PixelSize $size, PdfPage $page, Profile $profile): void
    {
        $unit = max(1, (int) ceil(max($page->mediaBox()) / self::LONGEST));
        $this->put("%PDF-1.6\n%\xE2\xE3\xCF\xD3\n");
        $this->object(1, '<< /Type /Catalog /Pages 2 0 R >>');
        $this->object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
        $this->object(
            3,
            \sprintf(
                '<< /Type /Page /Parent 2 0 R /MediaBox %s /BleedBox %s /TrimBox %s%s /Resources << /XObject << '
                .'/Picture 5 0 R >> /ProcSet [/PDF /Image%s] >> /Contents 4 0 R >>',
                self::box($page->mediaBox(), $unit),
                self::box($page->bleedBox(), $unit),
                self::box($page->trimBox(), $unit),
                1 === $unit ? '' : " /UserUnit $unit",
                1 === $profile->channels() ? 'B' : 'C',
            ),
        );
        $drawing = self::drawing($page, $profile, $unit);
        $this->object(4, \sprintf("<< /Length %d >>\nstream\n%s\nendstream", \strlen($drawing), $drawing));
        $bytes = (int) filesize($jpeg);
        $this->begin(5);
        // Four inks in a JPEG are kept upside down.
        $this->put(
            \sprintf(
                '<< /Type /XObject /Subtype /Image /Width %d /Height %d /ColorSpace [/ICCBased 6 0 R] '
                ."/BitsPerComponent 8%s /Filter /DCTDecode /Length %d >>\nstream\n",
                $size->width,
                $size->height,
                4 === $profile->channels() ? ' /Decode [1 0 1 0 1 0 1 0]' : '',
                $bytes,
            ),
        );
        $picture = fopen($jpeg, 'r') ?: throw UnwritablePrintFile::at($this->path);
        if (stream_copy_to_stream($picture, $this->file) !== $bytes) {
            throw UnwritablePrintFile::at($this->path);
        }
        fclose($picture);
        $this->at += $bytes;
        $this->put("\nendstream\nendobj\n");
        $icc = (string) Image::load('jpeg', $jpeg)->blob('icc-profile-data');
        $packed = (string) gzcompress($icc, 9);
        $this->object(
            6,
            \sprintf("<< /N %d /Filter /FlateDecode /Length %d >>\nstream\n%s\nendstream", $profile->channels(), \strlen($packed), $packed),
        );
        $this->object(7, '<< /Producer (Snugfit) >>');
        $this->end();
    }

    private static function drawing(PdfPage $page, Profile $profile, int $unit): string
    {
        [$left, $bottom, $right, $top] = $page->bleedBox();
        $lines = \sprintf(
            'q %s 0 0 %s %s %s cm /Picture Do Q',
            self::number(($right - $left) / $unit),
            self::number(($top - $bottom) / $unit),
            self::number($left / $unit),
            self::number($bottom / $unit),
        );
        foreach ($page->marks() as $i => $mark) {
            [$x1, $y1, $x2, $y2] = array_map(static fn (float $value): string => self::number($value / $unit), $mark);
            $lines .=
                (0 === $i
                    ? \sprintf("\n%s w %s", self::number(self::HAIRLINE / $unit), Profile::Coated === $profile ? '1 1 1 1 K' : '0 G')
                    : '')."\n$x1 $y1 m $x2 $y2 l S";
        }

        // Folds are dashed, so that nobody cuts there.
        foreach ($page->folds() as $i => $fold) {
            [$x1, $y1, $x2, $y2] = array_map(static fn (float $value): string => self::number($value / $unit), $fold);
            $lines .= (0 === $i ? "\n[1.5 1.5] 0 d" : '')."\n$x1 $y1 m $x2 $y2 l S";
        }

        return $lines;
    }

    /** @param array{float, float, float, float} $box */
    private static function box(array $box, int $unit): string
    {
        return '['.implode(' ', array_map(static fn (float $value): string => self::number($value / $unit), $box)).']';
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 5, '.', ''), '0'), '.');
    }

    private function begin(int $number): void
    {
        $this->places[$number] = $this->at;
        $this->put("$number 0 obj\n");
    }

    private function object(int $number, string $content): void
    {
        $this->begin($number);
        $this->put($content."\nendobj\n");
    }

    private function end(): void
    {
        $start = $this->at;
        $count = \count($this->places) + 1;
        $table = "xref\n0 $count\n0000000000 65535 f \n";
        foreach ($this->places as $place) {
            $table .= \sprintf("%010d 00000 n \n", $place);
        }
        $this->put($table."trailer\n<< /Size $count /Root 1 0 R /Info 7 0 R >>\nstartxref\n$start\n%%EOF\n");
    }

    private function put(string $bytes): void
    {
        if (fwrite($this->file, $bytes) !== \strlen($bytes)) {
            throw UnwritablePrintFile::at($this->path);
        }
        $this->at += \strlen($bytes);
    }
}
