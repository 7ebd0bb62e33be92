<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;

/** The ppi tag as ExifTool reads it; none where a file has none, though the picture library makes one up. */
final class ResolutionTagTest extends PixelTestCase
{
    /** @return iterable<string, array{string, list<string>, ?float}> name, how ImageMagick makes it, and the tag */
    public static function files(): iterable
    {
        yield 'JFIF, no unit' => ['a.jpg', ['-units', 'Undefined', '-density', '72'], null];
        yield 'JFIF, inch' => ['a.jpg', ['-units', 'PixelsPerInch', '-density', '300'], 300.0];
        yield 'JFIF, centimetre' => ['a.jpg', ['-units', 'PixelsPerCentimeter', '-density', '120'], 304.8];
        yield 'PNG without pHYs' => ['a.png', ['-define', 'png:exclude-chunk=pHYs'], null];
        yield 'PNG, metre' => ['a.png', ['-units', 'PixelsPerInch', '-density', '240'], 240.0];
        yield 'PNG, no unit' => ['a.png', ['-units', 'Undefined', '-density', '3x3'], null];
        yield 'TIFF, inch' => ['a.tif', ['-units', 'PixelsPerInch', '-density', '200'], 200.0];
        yield 'TIFF, no unit' => ['a.tif', ['-units', 'Undefined', '-density', '200'], null];
        yield 'TIFF, the other byte order' => ['a.tif', ['-units', 'PixelsPerInch', '-density', '150', '-endian', 'MSB'], 150.0];
        yield 'WebP' => ['a.webp', [], null];
        yield 'GIF' => ['a.gif', [], null];
    }

    /** @param list<string> $how */
    #[DataProvider('files')]
    public function test_the_tag_is_the_files_own(string $name, array $how, ?float $ppi): void
    {
        $path = $this->convert($name, '-size', '60x40', 'gradient:', ...$how);
        self::assertSame($ppi, $this->read($path)->ppiTag);
    }

    public function test_exif_counts_before_jfif_and_where_there_is_nothing_else(): void
    {
        foreach (['a.jpg' => 180.0, 'a.webp' => 150.0, 'b.tif' => 96.0] as $name => $ppi) {
            $path = $this->convert($name, '-size', '60x40', 'gradient:', '-units', 'Undefined', '-density', '72');
            $this->tool('exiftool', '-q', '-overwrite_original', "-XResolution=$ppi", "-YResolution=$ppi", '-ResolutionUnit=inches', $path);
            self::assertSame($ppi, $this->read($path)->ppiTag, $name);
            $this->tool('exiftool', '-q', '-overwrite_original', '-ResolutionUnit=None', $path);
            self::assertNull($this->read($path)->ppiTag, "$name, a proportion and no resolution");
        }
    }

    public function test_a_directory_at_the_end_of_a_large_file_is_found(): void
    {
        $path = $this->convert('large.tif', '-size', '1200x900', 'plasma:', '-units', 'PixelsPerInch', '-density', '123', '-compress', 'none');
        self::assertGreaterThan(2_000_000, filesize($path));
        self::assertSame(123.0, $this->read($path)->ppiTag);
    }
}
