<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;

/** Colours, containers and sizes of written files, as LittleCMS, poppler, ExifTool and ImageMagick read them. */
final class WrittenPrintTest extends PixelTestCase
{
    private const SRGB = '/usr/share/color/icc/sRGB.icc';
    private const WIDE = '/usr/share/color/icc/compatibleWithAdobeRGB1998.icc';

    /** @return iterable<string, array{string, Profile, RenderingIntent, bool}> master's profile, wanted profile, intent, black point */
    public static function conversions(): iterable
    {
        foreach (['sRGB' => self::SRGB, 'wide' => self::WIDE] as $name => $from) {
            foreach ([Profile::Srgb, Profile::Wide, Profile::Coated, Profile::Grey] as $to) {
                yield "$name to {$to->value}" => [$from, $to, RenderingIntent::Relative, true];
            }
        }
        yield 'without black point' => [self::SRGB, Profile::Coated, RenderingIntent::Relative, false];
        yield 'absolute' => [self::SRGB, Profile::Coated, RenderingIntent::Absolute, false];
        yield 'perceptual' => [self::WIDE, Profile::Coated, RenderingIntent::Perceptual, true];
        yield 'from inks' => ['profiles/coated.icc', Profile::Srgb, RenderingIntent::Relative, true];
    }

    /** The difference is CIEDE2000, computed by the vips command on what LittleCMS' command and we made of the same colours. */
    #[DataProvider('conversions')]
    public function test_colours_are_what_littlecms_makes_of_them(string $from, Profile $to, RenderingIntent $intent, bool $blackPoint): void
    {
        $root = \dirname(__DIR__, 2);
        $from = str_starts_with($from, '/') ? $from : $root.'/'.$from;
        $isInk = str_contains($from, 'coated');
        $colours = $this->colours($isInk ? 4 : 3);
        $this->tool('vips', 'copy', $colours, 'bare.tif');
        $this->tool('convert', 'bare.tif', ...($isInk ? ['-set', 'colorspace', 'CMYK'] : []), ...['-profile', $from, '-depth', '8', '-compress', 'none', 'in.tif']);
        $facts = $this->read($this->folder.'/in.tif');
        $recipe = $this->recipe($facts, $facts->size, FileFormat::Tiff);
        $recipe = $this->written($recipe, new Write(FileFormat::Tiff, Ppi::of(300), 8, false, colour: new OutputColour($to, $intent, $blackPoint)));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.tif'), $recipe, $this->folder.'/ours.tif');

        $number = ['perceptual' => '0', 'relative' => '1', 'saturation' => '2', 'absolute' => '3'][$intent->value];
        $profile = Profile::Srgb === $to ? self::SRGB : "$root/profiles/{$to->value}.icc";
        $this->tool('tificc', '-i', $from, '-o', $profile, '-t', $number, ...($blackPoint ? ['-b'] : []), ...['-e', 'in.tif', 'theirs.tif']);
        foreach (['ours', 'theirs'] as $who) {
            $this->tool('vips', 'icc_import', "$who.tif", "$who.v", '--input-profile', $profile, '--intent', 'relative');
        }
        $this->tool('vips', 'dE00', 'ours.v', 'theirs.v', 'off.v');
        $off = Image::load('vips', $this->folder.'/off.v')->values();
        sort($off);
        self::assertLessThan(1.0, $off[(int) (0.999 * (\count($off) - 1))]);
        self::assertTrue($to->isDescribedBy($this->exif($this->folder.'/ours.tif')->string('ProfileDescription')));
        self::assertSame([], Preflight::failures((new Preflight())->check($recipe, (new PrintFileReader())->read($this->folder.'/ours.tif'), null)));
    }

    public function test_a_wide_gamut_keeps_colours_that_srgb_has_not(): void
    {
        // The greenest green of the wide space, and the same cut to sRGB's.
        $this->tool('convert', '-size', '20x20', 'xc:#00ff00', '-profile', self::WIDE, '-depth', '8', 'in.tif');
        $facts = $this->read($this->folder.'/in.tif');
        $make = function (Profile $profile) use ($facts): string {
            $recipe = $this->written($this->recipe($facts, $facts->size), new Write(FileFormat::Png, Ppi::of(300), 8, false, colour: new OutputColour($profile)));
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.tif'), $recipe, $this->folder."/{$profile->value}.png");

            return bin2hex(substr(Image::load('png', $this->folder."/{$profile->value}.png")->bytes(), 0, 3));
        };
        self::assertSame('00ff00', $make(Profile::Wide));
        self::assertSame('00ff00', $make(Profile::Srgb), 'the nearest that sRGB has');
    }

    public function test_a_sixteen_bit_gradient_stays_smooth_through_a_conversion(): void
    {
        $this->tool('convert', '-size', '8x8000', 'gradient:gray(20%)-gray(60%)', '-depth', '16', '-type', 'TrueColor', '-profile', self::WIDE, 'PNG48:in.png');
        $facts = $this->read($this->folder.'/in.png');
        $recipe = $this->written($this->recipe($facts, $facts->size), new Write(FileFormat::Tiff, Ppi::of(300), 16, false, colour: new OutputColour(Profile::Wide)));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.tif');
        $distinct = static fn (string $loader, string $path): int => \count(array_unique(Image::load($loader, $path)->extractBands(0, 1)->values()));
        self::assertGreaterThan(7900, $distinct('png', $this->folder.'/in.png'));
        self::assertGreaterThan(7900, $distinct('tiff', $this->folder.'/out.tif'));
    }

    public function test_transparency_is_the_same_through_a_conversion_that_changes_the_depth(): void
    {
        $this->convert('in.png', '-size', '40x30', 'xc:#804020', '-alpha', 'set', '-channel', 'A', '-evaluate', 'set', '50%', '+channel', '-define', 'png:bit-depth=16', '-define', 'png:color-type=6');
        $picture = Image::load('png', $this->folder.'/in.png');
        $half = static fn (Image $image): float => $image->extractBands(3, 1)->average();
        $wide = new OutputColourConverter(WorkingSpace::Wide, new OutputColour(Profile::Wide));
        self::assertEqualsWithDelta(127.5, $half($wide->delivered($picture, 8)), 1.0);
        self::assertEqualsWithDelta(127.5, $half($wide->onScreen($picture)), 1.0);
        self::assertEqualsWithDelta(32767.5, $half($wide->delivered($picture, 16)), 2.0);
    }

    public function test_a_proof_marks_what_the_press_cannot_print(): void
    {
        // A blue that no four inks reach, and a grey that they do.
        $this->tool('convert', '-size', '10x10', 'xc:#0010ff', 'xc:#808080', '+append', '-depth', '8', 'PNG24:in.png');
        $colours = new OutputColourConverter(WorkingSpace::Srgb, new OutputColour(Profile::Coated));
        $picture = Image::load('png', $this->folder.'/in.png')->copyToMemory();
        $proof = static fn (bool $mark): array => array_map(static fn (string $pixel): string => bin2hex($pixel), str_split(substr($colours->proof($picture, $mark)->bytes(), 0, 60), 3));
        [$blue, $grey] = [$proof(true)[0], $proof(true)[19]];
        self::assertSame('ff00dc', $blue);
        self::assertEqualsWithDelta([128, 128, 128], array_map(hexdec(...), str_split($grey, 2)), 6);
        self::assertNotSame('ff00dc', $proof(false)[0]);
    }

    public function test_a_pdf_has_exact_boxes_and_the_very_jpeg(): void
    {
        $this->picture(new PixelSize(300, 420))->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        // A5 with 3 mm of bleed at 50 ppi.
        $size = PrintSize::millimetres(154, 216)->pixelsAt(Ppi::of(50));
        $page = new PdfPage(PrintSize::millimetres(148, 210), Bleed::all(Length::millimetres(3)));
        $recipe = $this->written($this->recipe($facts, $size), new Write(FileFormat::Pdf, Ppi::of(50), 8, false, page: $page));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.pdf');
        self::assertSame([[154.0, 216.0], [154.0, 216.0], [148.0, 210.0]], $this->boxes('out.pdf', ['MediaBox', 'BleedBox', 'TrimBox']));
        self::assertStringContainsString('ICC', strtoupper($this->tool('pdfimages', '-list', 'out.pdf')));
        $this->tool('pdfimages', '-all', 'out.pdf', 'p');
        $jpeg = $this->written($this->recipe($facts, $size), new Write(FileFormat::Jpeg, Ppi::of(50), 8, false));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $jpeg, $this->folder.'/out.jpg');
        self::assertFileEquals($this->folder.'/out.jpg', $this->folder.'/p-000.jpg');
        $found = (new PrintFileReader())->read($this->folder.'/out.pdf');
        self::assertSame([], Preflight::failures((new Preflight())->check($recipe, $found, null)));
        // Drawn by another program, it shows the picture.
        $this->tool('pdftoppm', '-r', '50', '-png', 'out.pdf', 'drawn');
        self::assertLessThan(0.03, $this->unlike('drawn-1.png', 'out.jpg'));
        $again = file_get_contents($this->folder.'/out.pdf');
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.pdf');
        self::assertSame($again, file_get_contents($this->folder.'/out.pdf'), 'the same recipe, the same file');
    }

    public function test_inks_and_cut_marks_in_a_pdf(): void
    {
        $this->picture(new PixelSize(300, 300))->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        $page = new PdfPage(PrintSize::millimetres(100, 100), Bleed::all(Length::millimetres(3)), true);
        $recipe = $this->written($this->recipe($facts, PrintSize::millimetres(106, 106)->pixelsAt(Ppi::of(72))), new Write(FileFormat::Pdf, Ppi::of(72), 8, false, colour: new OutputColour(Profile::Coated), page: $page));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.pdf');
        self::assertSame([[122.0, 122.0], [106.0, 106.0], [100.0, 100.0]], $this->boxes('out.pdf', ['MediaBox', 'BleedBox', 'TrimBox']));
        $this->tool('pdftoppm', '-r', '254', '-png', 'out.pdf', 'drawn');
        $image = Image::load('png', $this->folder.'/drawn-1.png')->extractBands(0, 1)->copyToMemory();
        $size = $image->size();
        $dark = static fn (float $x, float $y): int|float => min($image->crop(new \Snugfit\Core\Measure\PixelWindow((int) (10 * $x) - 3, (int) (10 * $y) - 3, 7, 7))->values());
        self::assertSame([1220, 1220], [$size->width, $size->height]);
        // Marks stand at the trim's lines, 11 mm in, between 3 and 8 mm outside of the trim.
        self::assertLessThan(150, $dark(11, 5));
        self::assertLessThan(150, $dark(5, 11));
        self::assertLessThan(150, $dark(111, 117));
        self::assertSame(255, $dark(9.5, 5), 'none beside it');
        self::assertSame([], Preflight::failures((new Preflight())->check($recipe, (new PrintFileReader())->read($this->folder.'/out.pdf'), null)));
        $this->tool('pdftoppm', '-r', '72', '-x', '23', '-y', '23', '-W', '300', '-H', '300', '-png', 'out.pdf', 'cut');
        self::assertLessThan(0.12, $this->unlike('cut-1.png', 'in.png'), 'inks are not upside down');
    }

    public function test_a_canvas_is_cut_at_its_edge_and_folded_at_face_and_back(): void
    {
        $this->picture(new PixelSize(300, 300))->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        // A face of 80 mm, sides of 20 mm, 5 mm to fold behind: 130 mm of pixels.
        $page = new PdfPage(PrintSize::millimetres(80, 80), Bleed::all(Length::millimetres(25)), true, Length::millimetres(20));
        $recipe = $this->written($this->recipe($facts, PrintSize::millimetres(130, 130)->pixelsAt(Ppi::of(72))), new Write(FileFormat::Pdf, Ppi::of(72), 8, false, page: $page));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.pdf');
        self::assertSame([[146.0, 146.0], [130.0, 130.0], [80.0, 80.0]], $this->boxes('out.pdf', ['MediaBox', 'BleedBox', 'TrimBox']));
        $this->tool('pdftoppm', '-r', '254', '-png', 'out.pdf', 'drawn');
        $image = Image::load('png', $this->folder.'/drawn-1.png')->extractBands(0, 1)->copyToMemory();
        // How much of 5 mm along a line above the picture is ink, in tenths of a millimetre.
        $ink = static function (float $x) use ($image): int {
            $column = $image->crop(new \Snugfit\Core\Measure\PixelWindow((int) round(10 * $x) - 1, 30, 3, 47))->isLessThan(150.0);

            return array_sum(array_map(static fn (int $y): int => $column->crop(new \Snugfit\Core\Measure\PixelWindow(0, $y, 3, 1))->largest() > 0 ? 1 : 0, range(0, 46)));
        };
        // The slug is 8 mm: cut at 8 and 138 mm, back edges at 13 and 133, face at 33 and 113.
        foreach ([8.0, 138.0] as $cut) {
            self::assertGreaterThan(44, $ink($cut), 'a whole line');
        }
        foreach ([13.0, 33.0, 113.0, 133.0] as $fold) {
            self::assertEqualsWithDelta(25, $ink($fold), 8, "dashed at $fold mm");
        }
        self::assertSame(0, $ink(60.0));
        self::assertSame([], Preflight::failures((new Preflight())->check($recipe, (new PrintFileReader())->read($this->folder.'/out.pdf'), null)));
    }

    public function test_a_size_limit_lowers_the_quality_as_far_as_it_may(): void
    {
        $this->convert('in.png', '-size', '600x400', 'plasma:', '-seed', '4', '-attenuate', '0.4', '+noise', 'Gaussian', '-depth', '8');
        $facts = $this->read($this->folder.'/in.png');
        $make = function (?SizeLimit $limit, FileFormat $format = FileFormat::Jpeg) use ($facts): int {
            $page = FileFormat::Pdf === $format ? new PdfPage(PrintSize::inches(2, 4 / 3), Bleed::none()) : null;
            $recipe = $this->written($this->recipe($facts, $facts->size), new Write($format, Ppi::of(300), 8, false, limit: $limit, page: $page));
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.'.$format->extension());

            return (int) filesize($this->folder.'/out.'.$format->extension());
        };
        foreach ([FileFormat::Jpeg, FileFormat::Pdf, FileFormat::Webp] as $format) {
            $free = $make(null, $format);
            $limited = $make(new SizeLimit((int) (0.8 * $free), 50), $format);
            self::assertLessThanOrEqual(0.8 * $free, $limited);
            // The next quality up would have been too large, so little room is left.
            self::assertGreaterThan(0.7 * $free, $limited, $format->label());
            clearstatcache();
        }
        try {
            $make(new SizeLimit(20_000));
            self::fail();
        } catch (UnwritablePrintFile $e) {
            self::assertStringContainsString('Even at quality 80', $e->getMessage());
            self::assertStringContainsString('20,000', $e->getMessage());
        }
        self::assertSame([], glob($this->folder.'/*.part*') ?: [], 'nothing is left over');
    }

    /** @return iterable<array{Compression, string}> with ExifTool's words */
    public static function compressions(): iterable
    {
        yield [Compression::None, '1'];
        yield [Compression::Lzw, '5'];
        yield [Compression::Deflate, '8'];
    }

    #[DataProvider('compressions')]
    public function test_tiff_is_packed_as_asked_with_transparency(Compression $compression, string $number): void
    {
        $this->convert('in.png', '-size', '80x60', 'gradient:red-blue', '-alpha', 'set', '-channel', 'A', '-evaluate', 'set', '40%', '-depth', '16');
        $facts = $this->read($this->folder.'/in.png');
        $recipe = $this->written($this->recipe($facts, $facts->size), new Write(FileFormat::Tiff, Ppi::of(240), 16, true, compression: $compression));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.tif');
        $exif = $this->exif($this->folder.'/out.tif');
        self::assertSame([(int) $number, 4, '16 16 16 16'], [$exif->int('Compression'), $exif->int('SamplesPerPixel'), $exif->string('BitsPerSample')]);
        $samples = fn (string $file): string => md5($this->tool('convert', $file, '-depth', '16', 'rgba:-'));
        self::assertSame($samples('in.png'), $samples('out.tif'));
    }

    public function test_webp_keeps_transparency_and_profile(): void
    {
        $this->convert('in.png', '-size', '80x60', 'xc:none', '-fill', 'red', '-draw', 'rectangle 10,10 50,40', '-depth', '8');
        $facts = $this->read($this->folder.'/in.png');
        $recipe = $this->written($this->recipe($facts, $facts->size), new Write(FileFormat::Webp, Ppi::of(240), 8, true));
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.webp');
        self::assertSame([], Preflight::failures((new Preflight())->check($recipe, (new PrintFileReader())->read($this->folder.'/out.webp'), null)));
        self::assertStringContainsString('srgb', strtolower($this->tool('convert', 'out.webp', '-format', '%[colorspace] %[fx:p{0,0}.a] %[fx:p{30,20}.a]', 'info:')));
        self::assertStringEndsWith(' 0 1', trim($this->tool('convert', 'out.webp', '-format', '%[colorspace] %[fx:p{0,0}.a] %[fx:p{30,20}.a]', 'info:')));
    }

    public function test_what_a_format_cannot_hold_is_refused_in_words(): void
    {
        foreach ([[FileFormat::Png, Profile::Coated, 'PNG holds no CMYK'], [FileFormat::Webp, Profile::Grey, 'WebP holds no grey']] as [$format, $profile, $why]) {
            try {
                new Write($format, Ppi::of(300), 8, false, colour: new OutputColour($profile));
                self::fail();
            } catch (ImpossibleRecipe $e) {
                self::assertStringContainsString($why, $e->getMessage());
            }
        }
    }

    public function test_a_dark_picture_is_known_by_its_plan_in_every_colour_space(): void
    {
        $path = $this->convert('night.png', '-size', '300x400', 'xc:black', '-fill', 'gray95', '-draw', 'circle 80,90 110,90 rectangle 180,60 190,330', '-fill', 'orange3', '-draw', 'polygon 20,380 150,260 280,380', '-depth', '8');
        $master = Master::open($path);
        $facts = $this->read($path);
        foreach (Profile::cases() as $profile) {
            foreach ([true, false] as $blackPoint) {
                $recipe = $this->recipe($facts, new PixelSize(600, 800), FileFormat::Tiff);
                $of = static fn (Frame $frame): Recipe => new Recipe($frame, $recipe->enlarge, new Write(FileFormat::Tiff, Ppi::of(300), 8, false, colour: new OutputColour($profile, RenderingIntent::Relative, $blackPoint)));
                $target = $this->folder.'/night.tif';
                PrintFileMaker::in($this->folder.'/work')->make($master, $of($recipe->frame), $target);
                $measurer = new PrintMeasurer(new PrintRenderer($this->folder.'/work'));
                self::assertGreaterThan(0.9, $measurer->measure($master, $of($recipe->frame), $target)->similarity, $profile->value);
                $upsideDown = new Frame($recipe->frame->picture, $recipe->frame->crop, new ImageTransform(QuarterTurn::Half, false, 0.0));
                self::assertLessThan(0.6, $measurer->measure($master, $of($upsideDown), $target)->similarity, $profile->value);
            }
        }
    }

    private function written(Recipe $recipe, Write $write): Recipe
    {
        return new Recipe($recipe->frame, $recipe->enlarge, $write, $recipe->mount, $recipe->finish);
    }

    /** Patches of colours all over the space, as a file without a profile. */
    private function colours(int $channels): string
    {
        $bytes = '';
        $steps = 4 === $channels ? [0, 90, 180, 255] : [0, 36, 73, 109, 146, 182, 219, 255];
        foreach ($steps as $a) {
            foreach ($steps as $b) {
                foreach ($steps as $c) {
                    $bytes .= 4 === $channels ? \chr($a).\chr($b).\chr($c)."\x10" : \chr($a).\chr($b).\chr($c);
                }
            }
        }
        $side = \count($steps);
        Image::ofBytes($bytes, new PixelSize($side * $side, $side), $channels, 4 === $channels ? \Snugfit\Pixels\Vips\Interpretation::Cmyk : \Snugfit\Pixels\Vips\Interpretation::Srgb)->save('tiff', $this->folder.'/colours.tif', []);

        return 'colours.tif';
    }

    /**
     * @param list<string> $names
     *
     * @return list<array{float, float}> millimetres to a tenth
     */
    private function boxes(string $file, array $names): array
    {
        $text = $this->tool('pdfinfo', '-box', $file);

        return array_map(static function (string $name) use ($text): array {
            preg_match("/$name:\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)/", $text, $found);

            return [round(((float) $found[3] - (float) $found[1]) * 25.4 / 72, 1), round(((float) $found[4] - (float) $found[2]) * 25.4 / 72, 1)];
        }, $names);
    }

    /** Root of the mean square difference, of 1, as ImageMagick measures it on equal sizes. */
    private function unlike(string $one, string $other): float
    {
        $size = trim($this->tool('identify', '-format', '%wx%h', $one));
        $this->tool('convert', $other, '-resize', $size.'!', '-strip', '-depth', '8', 'PNG24:fitted.png');
        $process = new \Symfony\Component\Process\Process(['compare', '-metric', 'RMSE', $one, 'fitted.png', 'null:'], $this->folder);
        $process->run();
        preg_match('/\(([\d.e-]+)\)/', $process->getErrorOutput(), $found);

        return (float) ($found[1] ?? 1);
    }
}
