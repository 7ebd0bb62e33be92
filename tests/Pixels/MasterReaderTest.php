<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Vips\Image;

final class MasterReaderTest extends PixelTestCase
{
    /** @return iterable<string, array{string, list<string>, MasterFormat, ColourModel, int, bool}> */
    public static function formats(): iterable
    {
        $noise = ['-seed', '7', '-size', '64x48', 'plasma:'];
        yield 'JPEG' => ['a.jpg', $noise, MasterFormat::Jpeg, ColourModel::Rgb, 8, false];
        yield 'progressive JPEG' => ['a.jpg', [...$noise, '-interlace', 'Plane'], MasterFormat::Jpeg, ColourModel::Rgb, 8, false];
        yield 'grey JPEG' => ['a.jpg', [...$noise, '-colorspace', 'Gray'], MasterFormat::Jpeg, ColourModel::Grey, 8, false];
        yield 'CMYK JPEG' => ['a.jpg', [...$noise, '-colorspace', 'CMYK'], MasterFormat::Jpeg, ColourModel::Cmyk, 8, false];
        yield 'PNG, 16 bits' => ['a.png', [...$noise, '-depth', '16', '-define', 'png:color-type=2'], MasterFormat::Png, ColourModel::Rgb, 16, false];
        yield 'PNG, one bit' => ['a.png', ['-size', '64x48', 'pattern:checkerboard', '-monochrome', '-define', 'png:bit-depth=1'], MasterFormat::Png, ColourModel::Grey, 8, false];
        yield 'PNG, alpha but opaque' => ['a.png', [...$noise, '-depth', '8', '-alpha', 'opaque', '-define', 'png:color-type=6'], MasterFormat::Png, ColourModel::Rgb, 8, false];
        yield 'interlaced PNG' => ['a.png', [...$noise, '-interlace', 'PNG', '-depth', '8'], MasterFormat::Png, ColourModel::Rgb, 8, false];
        yield 'TIFF, CMYK' => ['a.tif', [...$noise, '-depth', '8', '-colorspace', 'CMYK'], MasterFormat::Tiff, ColourModel::Cmyk, 8, false];
        yield 'TIFF, Lab' => ['a.tif', [...$noise, '-depth', '8', '-colorspace', 'Lab'], MasterFormat::Tiff, ColourModel::Lab, 16, false];
        yield 'WebP' => ['a.webp', $noise, MasterFormat::Webp, ColourModel::Rgb, 8, false];
        yield 'GIF' => ['a.gif', $noise, MasterFormat::Gif, ColourModel::Rgb, 8, false];
    }

    /** @param list<string> $make */
    #[DataProvider('formats')]
    public function test_every_format_is_read(string $name, array $make, MasterFormat $format, ColourModel $colour, int $bits, bool $transparent): void
    {
        $facts = $this->read($this->convert($name, ...$make));
        self::assertSame([$format, $colour, $transparent], [$facts->format, $facts->colour, $facts->isTransparent]);
        self::assertEquals(new PixelSize(64, 48), $facts->size);
        self::assertSame(ColourModel::Lab === $colour ? $facts->bits : $bits, $facts->bits);
        self::assertSame(hash_file('sha256', $this->folder.'/'.$name), $facts->sha256);
    }

    public function test_a_palette_with_transparency_is_read(): void
    {
        $this->convert('full.png', '-size', '64x48', 'xc:none', '-fill', 'red', '-draw', 'rectangle 8,8 40,30');
        $this->tool('vips', 'pngsave', 'full.png', 'palette.png', '--palette');
        self::assertSame(3, $this->exif($this->folder.'/palette.png')->int('ColorType'), 'PNG, third edition: 3 is indexed colour');
        $facts = $this->read($this->folder.'/palette.png');
        self::assertSame([ColourModel::Rgb, 8, true], [$facts->colour, $facts->bits, $facts->isTransparent]);
    }

    public function test_avif_and_heic_are_read(): void
    {
        $png = $this->convert('a.png', '-size', '64x48', 'plasma:', '-depth', '8');
        foreach (['av1' => 'a.avif', 'hevc' => 'a.heic'] as $codec => $name) {
            $this->tool('vips', 'heifsave', $png, $name, '--compression', $codec);
            self::assertSame(MasterFormat::Heif, $this->read($this->folder.'/'.$name)->format);
        }
    }

    public function test_every_exif_orientation_comes_upright(): void
    {
        // EXIF 2.32: ImageMagick turns the other way what -auto-orient must turn back, so it is the witness.
        $this->convert('plain.png', '-size', '60x40', 'gradient:red-blue', '-fill', 'lime', '-draw', 'rectangle 0,0 20,10');
        for ($orientation = 1; $orientation <= 8; ++$orientation) {
            $path = $this->convert('o.tif', 'plain.png', '-depth', '8', '-alpha', 'off');
            $this->tool('exiftool', '-q', '-n', '-overwrite_original', '-Orientation='.$orientation, $path);
            $facts = $this->read($path);
            self::assertSame($orientation, $facts->exifOrientation);
            self::assertEquals($orientation >= 5 ? new PixelSize(40, 60) : new PixelSize(60, 40), $facts->size);
            $upright = $this->convert('upright.rgb', 'o.tif', '-auto-orient', '-depth', '8');
            self::assertSame(md5_file($upright), md5(Master::open($path)->picture()->bytes()), "orientation $orientation");
        }
    }

    public function test_the_first_of_many_pictures_is_used(): void
    {
        $facts = $this->read($this->convert('moving.gif', '-size', '50x40', 'xc:red', 'xc:blue', 'xc:lime'));
        self::assertSame(3, $facts->pages);
        self::assertSame("\xff\0\0", substr(Master::open($this->folder.'/moving.gif')->picture()->bytes(), 0, 3));
    }

    public function test_the_ppi_tag_is_read_as_exiftool_reads_it(): void
    {
        foreach (['a.jpg', 'a.png', 'a.tif'] as $name) {
            foreach ([72, 300] as $ppi) {
                $path = $this->convert($name, '-size', '60x40', 'xc:red', '-units', 'PixelsPerInch', '-density', (string) $ppi);
                self::assertSame((float) $ppi, $this->read($path)->ppiTag, $name);
            }
        }
        self::assertNull($this->read($this->convert('none.webp', '-size', '60x40', 'xc:red'))->ppiTag);
    }

    public function test_a_wide_gamut_profile_is_named(): void
    {
        $path = $this->convert('a.jpg', '-size', '60x40', 'xc:red', '-profile', '/usr/share/color/icc/compatibleWithAdobeRGB1998.icc');
        $facts = $this->read($path);
        self::assertTrue($facts->isWideGamut());
        self::assertSame($this->exif($path)->string('ProfileDescription'), $facts->profile);
    }

    public function test_a_pdf_and_a_drawing_are_drawn_at_any_size(): void
    {
        file_put_contents($this->folder.'/a.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><circle cx="100" cy="50" r="40" fill="#c00"/></svg>');
        $this->tool('rsvg-convert', '-f', 'pdf', '-o', 'a.pdf', 'a.svg');
        foreach (['a.svg' => MasterFormat::Svg, 'a.pdf' => MasterFormat::Pdf] as $name => $format) {
            $facts = $this->read($this->folder.'/'.$name);
            self::assertSame($format, $facts->format);
            self::assertTrue($facts->artwork()->isVector);
            self::assertEquals(new PixelSize(4096, 2048), $facts->size);
        }
    }

    public function test_a_drawing_gets_nothing_from_outside_itself(): void
    {
        $this->convert('secret.png', '-size', '50x50', 'xc:#ff0000');
        $outside = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="50" height="50"><script>alert(1)</script><rect width="50" height="50" fill="#00ff00"/><image width="50" height="50" xlink:href="%s"/></svg>';
        foreach (['secret.png', 'file://'.$this->folder.'/secret.png', 'http://127.0.0.1:9/x.png'] as $address) {
            file_put_contents($this->folder.'/a.svg', \sprintf($outside, $address));
            self::assertTrue($this->read($this->folder.'/a.svg')->reachesOutside);
            self::assertSame("\0\xff\0", substr(Master::open($this->folder.'/a.svg')->picture()->extractBands(0, 3)->bytes(), 3 * 2048 * 4096 + 6000, 3));
        }
        file_put_contents($this->folder.'/b.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="50" height="50"><rect width="50" height="50" fill="url(#g)"/></svg>');
        self::assertFalse($this->read($this->folder.'/b.svg')->reachesOutside);
    }

    /** @return iterable<string, array{\Closure(string): mixed, string}> how the file is made, what the sentence says */
    public static function bad(): iterable
    {
        yield 'empty' => [static fn (string $path) => touch($path), '0 bytes'];
        yield 'text' => [static fn (string $path) => file_put_contents($path, 'hello'), 'not a picture'];
        yield 'a picture cut short' => [static fn (string $path) => file_put_contents($path, substr(self::noise(), 0, 20_000)), 'cut short'];
        yield 'a picture with nothing but a head' => [static fn (string $path) => file_put_contents($path, substr(self::noise(), 0, 40)), 'cut short'];
        yield 'a bomb' => [static fn (string $path) => file_put_contents($path, self::bomb(100_000, 100_000)), '100,000 × 100,000 px'];
        yield 'a drawing that is no XML' => [static fn (string $path) => file_put_contents($path, '<svg xmlns="http://www.w3.org/2000/svg"><rect'), 'cut short'];
    }

    /** @param \Closure(string): mixed $make */
    #[DataProvider('bad')]
    public function test_bad_input_gets_a_sentence(\Closure $make, string $says): void
    {
        $make($this->folder.'/x.jpg');
        $this->expectException(UnreadableMaster::class);
        $this->expectExceptionMessage($says);
        $this->read($this->folder.'/x.jpg');
    }

    /** @return iterable<string, array{string, list<string>}> a file that ImageMagick makes */
    public static function whole(): iterable
    {
        yield 'JPEG' => ['a.jpg', ['-quality', '90']];
        yield 'a progressive JPEG' => ['p.jpg', ['-quality', '90', '-interlace', 'Plane']];
        yield 'PNG' => ['a.png', []];
        yield 'a PNG of 16 bits' => ['d.png', ['-depth', '16']];
        yield 'TIFF' => ['a.tif', ['-compress', 'lzw']];
        yield 'a CMYK TIFF' => ['c.tif', ['-colorspace', 'CMYK', '-compress', 'none']];
        yield 'WebP' => ['a.webp', ['-quality', '90']];
        yield 'GIF' => ['a.gif', []];
    }

    /** @param list<string> $options */
    #[DataProvider('whole')]
    public function test_a_file_cut_off_or_with_wrong_bytes_is_read_or_refused_and_breaks_nothing(string $name, array $options): void
    {
        $whole = (string) file_get_contents($this->convert($name, '-size', '160x120', '-seed', '7', 'plasma:red-blue', ...$options));
        mt_srand(3);
        $refused = 0;
        for ($i = 0; $i < 40; ++$i) {
            $bytes = $whole;
            if ($i < 15) {
                $bytes = substr($bytes, 0, (int) (\strlen($bytes) * ($i + 1) / 16));
            } else {
                for ($j = 0; $j < 6; ++$j) {
                    $bytes[mt_rand(0, $i < 25 ? 300 : \strlen($bytes) - 1)] = \chr(mt_rand(0, 255));
                }
            }
            file_put_contents($this->folder.'/x-'.$name, $bytes);
            try {
                $facts = $this->read($this->folder.'/x-'.$name);
                self::assertGreaterThan(0, $facts->size->pixels());
            } catch (UnreadableMaster $e) {
                self::assertMatchesRegularExpression('/\w.*\.$/s', $e->getMessage());
                ++$refused;
            }
        }
        self::assertGreaterThan(10, $refused, 'what is cut off is not taken for whole');
    }

    public function test_a_dot_and_a_ribbon_are_read(): void
    {
        self::assertEquals(new PixelSize(1, 1), $this->read($this->convert('dot.png', '-size', '1x1', 'xc:red'))->size);
        Image::ofBytes(str_repeat("\x10\x80\xff", 60_000 * 3), new PixelSize(60_000, 3), 3)->save('png', $this->folder.'/ribbon.png', []);
        self::assertEquals(new PixelSize(60_000, 3), $this->read($this->folder.'/ribbon.png')->size);
    }

    public function test_kinds_are_guessed_from_the_pixels(): void
    {
        $drawings = __DIR__.'/../../demo/drawings';
        $made = static fn (string $name, int $width): Image => Image::drawing((string) file_get_contents("$drawings/$name.svg"), ['scale' => 1.0])->flatten([255.0, 255.0, 255.0]);
        $wanted = ['harbour-at-dusk' => Kind::Photo, 'signal-flags' => Kind::FlatGraphic, 'lamp-lens-plate' => Kind::LineArt, 'puffin-class-3b' => Kind::Illustration, 'pixel-keeper' => Kind::PixelArt];
        foreach ($wanted as $name => $kind) {
            $made($name, 0)->save('png', "$this->folder/$name.png", []);
            $facts = $this->read("$this->folder/$name.png");
            self::assertSame($kind, $facts->kindGuess, $name);
            self::assertGreaterThan(0.6, $facts->kindConfidence, $name);
        }
        // Saved in blocks by somebody, and as a JPEG.
        $this->convert('blocks.jpg', 'pixel-keeper.png', '-scale', '1600%', '-quality', '92');
        self::assertSame(Kind::PixelArt, $this->read("$this->folder/blocks.jpg")->kindGuess);
    }

    public function test_previews_are_small_upright_and_srgb(): void
    {
        $path = $this->convert('a.jpg', '-size', '800x400', 'plasma:', '-colorspace', 'CMYK');
        $this->tool('exiftool', '-q', '-n', '-overwrite_original', '-Orientation=6', $path);
        (new MasterReader())->read(Master::open($path), [320 => $this->folder.'/p.webp']);
        $facts = $this->read($this->folder.'/p.webp');
        self::assertEquals([new PixelSize(160, 320), ColourModel::Rgb, 1], [$facts->size, $facts->colour, $facts->exifOrientation]);
    }

    private static function noise(): string
    {
        mt_srand(5);
        $bytes = '';
        for ($i = 0; $i < 200 * 200 * 3; ++$i) {
            $bytes .= \chr(mt_rand(0, 255));
        }
        $path = (string) tempnam(sys_get_temp_dir(), 'noise');
        Image::ofBytes($bytes, new PixelSize(200, 200), 3)->save('jpeg', $path, ['Q' => 90]);
        $jpeg = (string) file_get_contents($path);
        unlink($path);

        return $jpeg;
    }

    /** A PNG that says it is enormous and holds next to nothing. */
    private static function bomb(int $width, int $height): string
    {
        $chunk = static fn (string $type, string $data): string => pack('N', \strlen($data)).$type.$data.pack('N', crc32($type.$data));

        return "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNCCCCC', $width, $height, 8, 2, 0, 0, 0)).$chunk('IDAT', (string) gzcompress(str_repeat("\0", 100_000))).$chunk('IEND', '');
    }

    /** @param list<string> $how */
    #[DataProvider('withoutProfile')]
    public function test_a_small_copy_has_the_colours_of_a_master_that_brings_no_profile(string $name, array $how, string $expected): void
    {
        $file = $this->convert($name, '-size', '800x600', 'xc:#1e2b2f', '-strip', ...$how);
        (new MasterReader())->read(Master::open($file), [320 => $this->folder.'/small.webp']);
        $read = array_map(intval(...), explode(',', $this->tool('convert', 'small.webp', '-format', '%[fx:round(255*p{160,120}.r)],%[fx:round(255*p{160,120}.g)],%[fx:round(255*p{160,120}.b)]', 'info:')));
        foreach (explode(',', $expected) as $i => $level) {
            self::assertEqualsWithDelta((int) $level, $read[$i], 2.0);
        }
        $of = Image::thumbnailOf($file, 100)->crop(new PixelWindow(50, 40, 1, 1))->values();
        foreach (explode(',', $expected) as $i => $level) {
            self::assertEqualsWithDelta((int) $level, $of[$i], 1.0);
        }
    }

    /** @return iterable<string, array{string, list<string>, string}> */
    public static function withoutProfile(): iterable
    {
        yield 'opaque' => ['plain.png', ['-define', 'png:color-type=2', '-depth', '8'], '30,43,47'];
        yield 'transparent' => ['through.png', ['-fill', 'none', '-draw', 'rectangle 0,0 20,599', '-define', 'png:color-type=6', '-depth', '8'], '30,43,47'];
        yield 'of 16 bits' => ['deep.png', ['-define', 'png:color-type=2', '-define', 'png:bit-depth=16', '-depth', '16'], '30,43,47'];
        yield 'JPEG' => ['plain.jpg', ['-quality', '100', '-sampling-factor', '1x1'], '30,43,47'];
    }

    public function test_jpeg_xl_is_read_at_eight_and_sixteen_bits(): void
    {
        foreach ([8, 16] as $depth) {
            $this->convert("deep-$depth.png", '-size', '120x80', 'gradient:#204080-#e0c080', '(', '-size', '120x80', 'xc:white', '-fill', 'black', '-draw', 'rectangle 0,0 9,9', ')', '-alpha', 'off', '-compose', 'CopyOpacity', '-composite', '-define', 'png:color-type=6', '-define', "png:bit-depth=$depth", '-depth', (string) $depth);
            $this->tool('vips', 'copy', "deep-$depth.png", "deep-$depth.jxl[lossless]");
            $facts = $this->read($this->folder."/deep-$depth.jxl");
            self::assertSame(['JPEG XL', '120 × 80', $depth, true], [$facts->format->label(), (string) $facts->size, $facts->bits, $facts->isTransparent]);
            [$given, $read] = array_map(static fn (string $ending): array => Master::open("$ending")->picture()->crop(new PixelWindow(60, 40, 1, 1))->values(), [$this->folder."/deep-$depth.png", $this->folder."/deep-$depth.jxl"]);
            self::assertEqualsWithDelta($given, $read, 8 === $depth ? 1.0 : 64.0);
        }
        file_put_contents($this->folder.'/cut.jxl', substr($whole = (string) file_get_contents($this->folder.'/deep-8.jxl'), 0, intdiv(\strlen($whole), 2)));
        $this->expectException(UnreadableMaster::class);
        $this->read($this->folder.'/cut.jxl');
    }
}
