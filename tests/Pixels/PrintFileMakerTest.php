<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

final class PrintFileMakerTest extends PixelTestCase
{
    /** @return iterable<string, array{FileFormat, float}> */
    public static function tags(): iterable
    {
        foreach ([FileFormat::Jpeg, FileFormat::Png, FileFormat::Tiff] as $format) {
            foreach ([72, 96, 150, 240, 266.67, 273, 299, 300, 360, 1200] as $ppi) {
                yield "{$format->value} at $ppi" => [$format, (float) $ppi];
            }
        }
    }

    #[DataProvider('tags')]
    public function test_size_tag_profile_and_layout_as_exiftool_reads_them(FileFormat $format, float $ppi): void
    {
        $this->picture(new PixelSize(90, 60))->save('png', $this->folder.'/in.png', []);
        $path = $this->make('in.png', $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(135, 90), $format, $ppi));
        $exif = $this->exif($path);
        self::assertSame('135x90', str_replace(' ', 'x', $exif->string('ImageSize')));
        self::assertSame('sRGB', $exif->string('ProfileDescription'));
        if (FileFormat::Png === $format) {
            // PNG, third edition: whole pixels per metre.
            self::assertSame([(int) round($ppi / 0.0254), 1], [$exif->int('PixelsPerUnitX'), $exif->int('PixelUnits')]);
        } else {
            self::assertEqualsWithDelta([$ppi, $ppi, 2], [$exif->float('XResolution'), $exif->float('YResolution'), $exif->int('ResolutionUnit')], 0.001);
        }
        if (FileFormat::Jpeg === $format) {
            // Baseline (SOF0), 4:4:4. The tag stands in EXIF, which comes first and alone (EXIF 2.32: APP1 follows SOI), so it may be a fraction.
            self::assertSame([0, '1 1'], [$exif->int('EncodingProcess'), $exif->string('YCbCrSubSampling')]);
        }
        if (FileFormat::Tiff === $format) {
            self::assertSame(5, $exif->int('Compression'), 'LZW, TIFF 6.0');
        }
    }

    /** @return iterable<string, array{UpscaleMethod, string}> way, Pillow's words for it */
    public static function kernels(): iterable
    {
        yield 'Lanczos' => [UpscaleMethod::Lanczos, 'Image.LANCZOS'];
        // Pillow has no Mitchell; ImageMagick has, and rounds downwards.
        yield 'Mitchell' => [UpscaleMethod::Mitchell, 'Mitchell'];
    }

    #[DataProvider('kernels')]
    public function test_enlarging_is_what_another_program_makes_by_the_same_kernel(UpscaleMethod $way, string $theirs): void
    {
        // Edges, where kernels differ, in greys that leave room for their swings.
        $this->tool('convert', '-size', '120x80', 'pattern:hexagons', '-level', '-50%,150%', '-depth', '8', 'PNG24:in.png');
        $path = $this->make('in.png', $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(300, 180), crop: new PixelWindow(10, 14, 100, 60), way: $way));
        $make = fn (string $upscale): array => str_starts_with($upscale, 'Image')
            ? [$this->tool('/usr/bin/python3', '-c', "from PIL import Image; Image.open('in.png').crop((10, 14, 110, 74)).convert('RGB').resize((300, 180), $upscale).save('w.png')"), 0.0]
            : [$this->tool('convert', 'in.png', '-crop', '100x60+10+14', '+repage', '-filter', $upscale, '-resize', '300x180!', 'PNG24:w.png'), -0.37];
        // Beyond the crop's edges each makes up its own; the inside must be the same but for rounding.
        $off = function (string $upscale) use ($path, $make): float {
            [, $bias] = $make($upscale);
            $inner = new PixelWindow(12, 12, 276, 156);
            [$ours, $theirs] = array_map(static fn (string $file): array => str_split(Image::load('png', $file)->extractBands(0, 3)->crop($inner)->bytes()), [$path, $this->folder.'/w.png']);
            $differences = array_map(static fn (string $one, string $other): int => \ord($other) - \ord($one), $ours, $theirs);

            return sqrt(array_sum(array_map(static fn (int $difference): float => ($difference - $bias) ** 2, $differences)) / \count($ours));
        };
        $same = $off($theirs);
        self::assertLessThan(0.6, $same, 'levels, root mean square');
        self::assertGreaterThan(3 * $same, $off(UpscaleMethod::Lanczos === $way ? 'Mitchell' : 'Image.LANCZOS'));
    }

    /** @return iterable<string, array{UpscaleMethod}> */
    public static function ways(): iterable
    {
        foreach ([UpscaleMethod::Lanczos, UpscaleMethod::Mitchell, UpscaleMethod::Nearest, UpscaleMethod::Faithful] as $way) {
            yield $way->value => [$way];
        }
    }

    #[DataProvider('ways')]
    public function test_a_long_jpeg_is_read_in_whatever_order_a_way_wants(UpscaleMethod $way): void
    {
        $this->convert('in.jpg', '-size', '64x2600', 'plasma:red-blue');
        $path = $this->make('in.jpg', $this->recipe($this->read($this->folder.'/in.jpg'), new PixelSize(80, 3250), way: $way));
        self::assertSame([80, 3250], \array_slice((array) getimagesize($path), 0, 2));
    }

    /** Decoders read ahead in blocks of rows, of which a crop's strips are no multiples. */
    public function test_a_crop_that_begins_anywhere_is_made_larger_and_smaller_from_every_format(): void
    {
        foreach (['jpg', 'png', 'tif', 'webp'] as $extension) {
            $this->convert('in.'.$extension, '-size', '700x1900', 'plasma:red-blue');
            $facts = $this->read($this->folder.'/in.'.$extension);
            foreach ([new PixelSize(660, 1800), new PixelSize(671, 1831), new PixelSize(1342, 3662)] as $to) {
                $recipe = $this->recipe($facts, $to, crop: new PixelWindow(13, 17, 670, 1827), way: UpscaleMethod::Lanczos);
                self::assertSame([$to->width, $to->height], \array_slice((array) getimagesize($this->make('in.'.$extension, $recipe)), 0, 2));
            }
        }
    }

    public function test_reducing_happens_in_linear_light(): void
    {
        // Black and white stripes of a pixel: half the light is sRGB 188 (IEC 61966-2-1), while averaged codes would be 128.
        Image::ofBytes(str_repeat("\0\0\0\xff\xff\xff", 100 * 200), new PixelSize(200, 200), 3)->save('png', $this->folder.'/in.png', []);
        $path = $this->make('in.png', $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(50, 50)));
        $middle = \ord($this->pixels($path)[3 * (25 * 50 + 25)]);
        self::assertEqualsWithDelta(188, $middle, 1);
    }

    public function test_reducing_is_what_the_vips_command_makes_in_linear_light(): void
    {
        $this->picture(new PixelSize(240, 160))->save('png', $this->folder.'/in.png', []);
        $path = $this->make('in.png', $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(90, 60)));
        $this->tool('vips', 'colourspace', 'in.png', 'l.v', 'scrgb');
        $this->tool('vips', 'resize', 'l.v', 'r.v', '0.375', '--kernel', 'lanczos3');
        $this->tool('vips', 'colourspace', 'r.v', 'w.png', 'srgb');
        // At the edges, where the kernel reaches beyond the picture, vips repeats the last pixel, and here it is mirrored.
        foreach ([$this->folder.'/w.png', $path] as $i => $file) {
            $inner[$i] = Image::load('png', $file)->crop(new PixelWindow(3, 3, 84, 54))->bytes();
        }
        self::assertSame(\strlen($inner[0]), \strlen($inner[1]));
        foreach (str_split($inner[0]) as $at => $byte) {
            self::assertEqualsWithDelta(\ord($byte), \ord($inner[1][$at]), 1);
        }
    }

    public function test_pixel_art_grows_in_whole_blocks(): void
    {
        Image::ofBytes("\xff\0\0\0\xff\0\0\0\xff\xff\xff\0", new PixelSize(2, 2), 3)->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        $path = $this->make('in.png', $this->recipe($facts, new PixelSize(6, 6), way: UpscaleMethod::Nearest));
        $row = static fn (string $left, string $right): string => str_repeat(str_repeat($left, 3).str_repeat($right, 3), 3);
        self::assertSame($row("\xff\0\0", "\0\xff\0").$row("\0\0\xff", "\xff\xff\0"), $this->pixels($path));
        $uneven = $this->make('in.png', $this->recipe($facts, new PixelSize(15, 15), way: UpscaleMethod::Nearest));
        self::assertSame(225 * 3, \strlen($this->pixels($uneven)));
        self::assertSame(["\xff\0\0", "\xff\xff\0"], [substr($this->pixels($uneven), 0, 3), substr($this->pixels($uneven), -3)]);
    }

    public function test_sixteen_bits_stay_sixteen_bits(): void
    {
        $path = $this->convert('in.png', '-size', '64x1024', 'gradient:black-white', '-depth', '16', '-define', 'png:color-type=2', '-define', 'png:bit-depth=16');
        $facts = $this->read($path);
        foreach ([FileFormat::Png, FileFormat::Tiff] as $format) {
            $out = $this->make('in.png', $this->recipe($facts, new PixelSize(96, 1536), $format));
            $levels = \count(array_unique(str_split(Image::load($format->value, $out)->bytes(), 2)));
            self::assertGreaterThan(1000, $levels, 'an 8-bit path would leave 256');
            self::assertStringContainsString('16', (string) json_encode($this->exif($out)->toArray()[FileFormat::Png === $format ? 'BitDepth' : 'BitsPerSample']));
        }
    }

    public function test_wide_gamut_and_cmyk_come_out_as_srgb(): void
    {
        $profile = '/usr/share/color/icc/compatibleWithAdobeRGB1998.icc';
        $this->convert('srgb.png', '-size', '16x16', 'xc:rgb(120,200,90)', '-depth', '8');
        $this->tool('vips', 'icc_transform', 'srgb.png', 'wide.tif', $profile, '--input-profile', 'srgb');
        $wide = $this->read($this->folder.'/wide.tif');
        self::assertTrue($wide->isWideGamut());
        $back = $this->pixels($this->make('wide.tif', $this->recipe($wide, new PixelSize(16, 16))));
        self::assertEqualsWithDelta([120, 200, 90], array_map(ord(...), str_split(substr($back, 0, 3))), 1.01);

        $cmyk = $this->convert('cmyk.tif', '-size', '16x16', 'xc:white', '-colorspace', 'CMYK', '-depth', '8');
        $white = $this->pixels($this->make('cmyk.tif', $this->recipe($this->read($cmyk), new PixelSize(16, 16))));
        self::assertGreaterThan(250, \ord($white[0]), 'no ink is white paper');
    }

    public function test_transparency_is_kept_without_fringes_or_laid_on_the_matte_colour(): void
    {
        // Invisible pixels are bright green; none of it may show at the red disc's edge.
        $this->convert('in.png', '-size', '40x40', 'xc:rgba(0,255,0,0)', '-fill', 'rgb(200,0,0)', '-draw', 'circle 20,20 20,6', '-define', 'png:color-type=6');
        $facts = $this->read($this->folder.'/in.png');
        self::assertTrue($facts->isTransparent);
        foreach ([new PixelSize(100, 100), new PixelSize(25, 25)] as $to) {
            $kept = $this->pixels($this->make('in.png', $this->recipe($facts, $to)));
            $green = 0;
            foreach (str_split($kept, 4) as $pixel) {
                $green = max($green, \ord($pixel[3]) > 24 ? \ord($pixel[1]) : 0);
            }
            self::assertLessThan(8, $green);
            self::assertSame([0, 255], [\ord($kept[3]), \ord($kept[4 * ($to->width * intdiv($to->height, 2) + intdiv($to->width, 2)) + 3])]);
        }
        $flat = $this->pixels($this->make('in.png', $this->recipe($facts, new PixelSize(100, 100), FileFormat::Jpeg)));
        self::assertSame([255, 255, 255], array_map(ord(...), str_split(substr($flat, 0, 3))), 'white, not black');
    }

    public function test_a_sideways_photo_is_printed_upright(): void
    {
        $this->picture(new PixelSize(80, 60))->save('png', $this->folder.'/plain.png', []);
        $this->tool('convert', 'plain.png', '-rotate', '-90', 'in.tif');
        $this->tool('exiftool', '-q', '-n', '-overwrite_original', '-Orientation=6', 'in.tif');
        $facts = $this->read($this->folder.'/in.tif');
        $window = new PixelWindow(10, 5, 60, 50);
        $path = $this->make('in.tif', $this->recipe($facts, new PixelSize(60, 50), crop: $window));
        self::assertSame(Image::load('png', $this->folder.'/plain.png')->crop($window)->bytes(), $this->pixels($path));
        self::assertFalse($this->exif($path)->has('Orientation'), 'upright pixels with a tag that turns them again would lie down');
    }

    public function test_a_drawing_is_rasterised_for_the_size_needed(): void
    {
        file_put_contents($this->folder.'/a.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><rect width="100" height="100" fill="#000"/><rect x="100" width="100" height="100" fill="#fff"/></svg>');
        $facts = $this->read($this->folder.'/a.svg');
        $path = $this->make('a.svg', $this->recipe($facts, new PixelSize(6000, 3000), FileFormat::Png));
        $row = substr($this->pixels($path), 0, 6000 * 3);
        $soft = \count(array_filter(str_split($row, 3), static fn (string $pixel): bool => !\in_array($pixel, ["\0\0\0", "\xff\xff\xff"], true)));
        self::assertLessThanOrEqual(2, $soft, 'enlarged from a smaller raster, the edge would be soft');
    }

    public function test_what_is_written_passes_preflight_and_what_is_cut_short_does_not(): void
    {
        $this->picture(new PixelSize(300, 200))->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        foreach ([FileFormat::Jpeg, FileFormat::Png, FileFormat::Tiff, FileFormat::Webp] as $format) {
            $recipe = $this->recipe($facts, new PixelSize(600, 400), $format);
            $path = $this->make('in.png', $recipe);
            self::assertTrue(Preflight::passed((new Preflight())->check($recipe, (new PrintFileReader())->read($path), null)));
            file_put_contents($path, substr((string) file_get_contents($path), 0, (int) (0.9 * filesize($path))));
            try {
                self::assertFalse(Preflight::passed((new Preflight())->check($recipe, (new PrintFileReader())->read($path), null)), $format->label());
            } catch (UnwritablePrintFile $e) {
                self::assertContains($format, [FileFormat::Tiff, FileFormat::Webp], 'a TIFF may keep its directory at the end, a WebP is not opened at all');
            }
        }
    }

    public function test_the_same_recipe_gives_the_same_bytes_and_leaves_the_master_alone(): void
    {
        $this->picture(new PixelSize(300, 200))->save('png', $this->folder.'/in.png', []);
        $before = sha1_file($this->folder.'/in.png');
        $recipe = $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(600, 400), FileFormat::Jpeg);
        $first = (string) file_get_contents($this->make('in.png', $recipe));
        self::assertSame($first, file_get_contents($this->make('in.png', $recipe)));
        self::assertSame($before, sha1_file($this->folder.'/in.png'));
        self::assertSame([], glob($this->folder.'/*.part'));
    }

    public function test_a_recipe_of_another_picture_is_refused(): void
    {
        $this->picture(new PixelSize(30, 20))->save('png', $this->folder.'/in.png', []);
        $this->picture(new PixelSize(31, 20))->save('png', $this->folder.'/other.png', []);
        $this->expectException(ImpossibleRecipe::class);
        $this->make('other.png', $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(60, 40)));
    }

    public function test_a_folder_that_cannot_be_written_gets_a_sentence(): void
    {
        $this->picture(new PixelSize(30, 20))->save('png', $this->folder.'/in.png', []);
        $this->expectException(UnwritablePrintFile::class);
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(60, 40)), '/proc/nowhere/x.png');
    }

    private function make(string $name, Recipe $recipe): string
    {
        $target = \sprintf('%s/out-%s.%s', $this->folder, substr($recipe->hash(), 0, 8), $recipe->write->format->extension());
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/'.$name), $recipe, $target);

        return $target;
    }

    /** Decoded by libvips from the written file. */
    private function pixels(string $path): string
    {
        $loader = ['jpg' => 'jpeg', 'tif' => 'tiff', 'png' => 'png'][pathinfo($path, \PATHINFO_EXTENSION)];

        return Image::load($loader, $path)->bytes();
    }
}
