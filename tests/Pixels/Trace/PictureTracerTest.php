<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Trace;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Trace\ArcSegment;
use Snugfit\Core\Trace\Border;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\LineSegment;
use Snugfit\Core\Trace\OutlineChange;
use Snugfit\Core\Trace\OutlineChanger;
use Snugfit\Core\Trace\OutlineFormat;
use Snugfit\Core\Trace\TraceGround;
use Snugfit\Core\Trace\TraceSettings;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Trace\OutlineFile;
use Snugfit\Pixels\Trace\PictureTracer;
use Snugfit\Pixels\Trace\TracedPicture;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;

/** Drawings of known outlines, as pixels, become these outlines again; potrace, CairoSVG and the drawing itself are the witnesses. */
final class PictureTracerTest extends PixelTestCase
{
    private const MANY = 8;

    private const SHAPES = <<<'SVG'
        <rect width="160" height="120" fill="#f4efe2"/><circle cx="50" cy="52" r="31.3" fill="#0f5c63"/>
        <path d="M95 20L150 35L130 92L88 80Z" fill="#b5402a"/><path d="M101 27L143 38L127 84L95 75Z" fill="#e0a100"/>
        <path d="M10 108C40 92 70 118 100 104S140 96 152 110" fill="none" stroke="#1e2b2f" stroke-width="3"/>
        <circle cx="50" cy="52" r="12" fill="#ffffff"/>
        SVG;

    public function test_a_drawing_comes_back_to_a_part_of_a_pixel(): void
    {
        $traced = $this->trace($this->picture160(self::SHAPES));
        self::assertTrue($traced->report->isSuited(), $traced->report->why());
        self::assertSame(6, $traced->report->colours);
        // What is wrong at eight times the size, as a share of the length of all edges: how far these lie off.
        self::assertLessThan(0.15, $this->bordersOff($traced->svg, self::SHAPES));
        $circles = array_filter($traced->outlines->borders, static fn (Border $one): bool => $one->segments[0] instanceof ArcSegment && 4 === \count($one->segments));
        self::assertCount(2, $circles);
        $radii = array_map(static fn (Border $one): float => $one->segments[0] instanceof ArcSegment ? $one->segments[0]->radius : 0.0, array_values($circles));
        sort($radii);
        self::assertEqualsWithDelta([12.0, 31.3], $radii, 0.06);
        self::assertContains(4, array_map(
            static fn (Border $one): int => \count(array_filter($one->segments, static fn ($part): bool => $part instanceof LineSegment)),
            $traced->outlines->borders,
        ), 'a parallelogram has four straight sides');
        self::assertLessThan(60, $traced->report->nodes);
    }

    public function test_a_jpeg_is_mended_before(): void
    {
        $this->picture160(self::SHAPES);
        $traced = $this->trace($this->convert('picture.jpg', 'picture.png', '-quality', '80'));
        self::assertTrue($traced->report->isSuited(), $traced->report->why());
        self::assertLessThanOrEqual(8, $traced->report->colours);
        self::assertLessThan(0.3, $this->bordersOff($traced->svg, self::SHAPES));
    }

    public function test_one_colour_is_nearer_to_the_drawing_than_potrace(): void
    {
        $shapes = '<rect width="160" height="120" fill="#fff"/><path d="M20 100C25 20 70 10 80 40S140 20 145 60S90 118 70 96S30 112 20 100Z" fill="#000"/>'
            .'<circle cx="84" cy="66" r="14.2" fill="#fff"/><path d="M120 84L150 90L138 116Z" fill="#000"/>';
        $path = $this->picture160($shapes);
        $this->convert('picture.pbm', $path, '-colorspace', 'gray', '-threshold', '50%');
        $this->tool('potrace', '--svg', '--output', 'witness.svg', 'picture.pbm');
        $witness = (string) file_get_contents($this->folder.'/witness.svg');
        $ours = $this->trace($path)->svg;
        self::assertLessThan(0.4 * $this->bordersOff($witness, $shapes), $this->bordersOff($ours, $shapes));
    }

    public function test_thin_lines_stay_whole_at_any_angle(): void
    {
        $lines = '<rect width="160" height="120" fill="#fff"/>';
        for ($i = 0; $i < 9; ++$i) {
            $angle = $i * \M_PI / 9 + 0.07;
            $lines .= \sprintf('<path d="M%F %FL%F %F" stroke="#102040" stroke-width="1.2"/>', 80 + 14 * cos($angle), 60 + 14 * sin($angle), 80 + 52 * cos($angle), 60 + 52 * sin($angle));
        }
        $traced = $this->trace($this->picture160($lines));
        self::assertSame(10, $traced->report->shapes, 'nine lines and what they lie on');
        self::assertSame(2, $traced->report->colours);
        // As wide as they were: as much ink.
        $ink = static fn (Image $drawn): float => 255 - $drawn->flatten([255.0, 255.0, 255.0])->average();
        self::assertEqualsWithDelta(1.0, $ink($this->drawn($traced->svg)) / $ink($this->drawn($this->svg($lines))), 0.08);
    }

    public function test_a_thin_line_beside_thick_ones_has_their_colour_and_stays_whole(): void
    {
        $lines = '<rect width="160" height="120" fill="#fbf8f1"/><g stroke="#102040" fill="none"><path d="M10 20L150 62" stroke-width="2"/><path d="M20 60L60 100" stroke-width="8"/></g>';
        $traced = $this->trace($this->picture160($lines));
        self::assertSame([2, 3], [$traced->report->colours, $traced->report->shapes]);
        self::assertStringContainsString('#102040', $traced->svg);
    }

    public function test_lines_of_one_width_become_strokes_where_they_are_asked_for(): void
    {
        $lines = '<rect width="160" height="120" fill="#fbf8f1"/><g fill="none" stroke="#102040"><path d="M10.3 12.4L90 22" stroke-width="5"/>'
            .'<path d="M12 50C40 20 60 90 92 55" stroke-width="4" stroke-linecap="round" stroke="#0f5c63"/><circle cx="126" cy="40" r="22" stroke-width="3.4"/></g>'
            // What branches, what tapers, and what parts two paints are areas.
            .'<path d="M20 90H80M50 90V112" stroke="#102040" stroke-width="4"/><path d="M96 84L104 116L90 116Z" fill="#3c7a4b"/>'
            .'<circle cx="134" cy="98" r="14" fill="#e0a100" stroke="#102040" stroke-width="3"/>';
        $path = $this->picture160($lines);
        self::assertStringNotContainsString('stroke-width="5', $this->trace($path)->svg);
        $traced = $this->trace($path, new TraceSettings(pens: true));
        $svg = new \SimpleXMLElement($traced->svg);
        $svg->registerXPathNamespace('s', 'http://www.w3.org/2000/svg');
        $found = [];
        foreach ($svg->xpath('//s:path[@stroke-width]') ?: [] as $one) {
            $found[] = [(float) $one['stroke-width'], (string) $one['stroke-linecap'], (string) $one['d']];
        }
        sort($found);
        self::assertSame(['', 'round', ''], array_column($found, 1));
        self::assertEqualsWithDelta([3.4, 4.0, 5.0], array_column($found, 0), 0.08);
        self::assertStringContainsString('A21.9', str_replace('A22', 'A21.9', $found[0][2]), 'a circle stays one');
        self::assertSame(1, preg_match('/^M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)$/', $found[2][2], $ends), 'and a straight line one');
        [$ax, $ay, $bx, $by] = [...array_map(floatval(...), \array_slice($ends, 1)), 0.0, 0.0, 0.0, 0.0];
        self::assertEqualsWithDelta([10.3, 12.4, 90.0, 22.0], $ax < $bx ? [$ax, $ay, $bx, $by] : [$bx, $by, $ax, $ay], 0.15);
        self::assertLessThan(0.15, $this->bordersOff($traced->svg, $lines));
        // Nothing shines through beside them.
        self::assertLessThan(35.0, Image::drawing($traced->svg, ['scale' => 9.7])->flatten([255.0, 0.0, 255.0])->recombined([[0.5, -1.0, 0.5]])->largest());
    }

    public function test_shading_becomes_gradients_or_steps(): void
    {
        $shaded = '<defs><linearGradient id="a" x2="0" y2="1"><stop stop-color="#1b3a6b"/><stop offset="1" stop-color="#f7b267"/></linearGradient>'
            .'<radialGradient id="b"><stop stop-color="#fff3b0"/><stop offset="1" stop-color="#e76f51"/></radialGradient></defs>'
            .'<rect width="160" height="120" fill="url(#a)"/><circle cx="100" cy="50" r="30" fill="url(#b)"/><rect x="20" y="60" width="30" height="50" fill="#0f5c63"/>';
        $path = $this->picture160($shaded);
        $traced = $this->trace($path);
        self::assertTrue($traced->report->isSuited());
        self::assertSame(3, $traced->report->shapes);
        self::assertStringContainsString('<linearGradient', $traced->svg);
        self::assertStringContainsString('<radialGradient', $traced->svg);
        self::assertLessThan(1.0, $traced->report->meanOff);
        $steps = $this->trace($path, new TraceSettings(gradients: false));
        self::assertStringNotContainsString('Gradient', $steps->svg);
        self::assertGreaterThan(6, $steps->report->colours);
    }

    public function test_colours_are_as_many_as_wanted_and_black_and_white_stay_pure(): void
    {
        $path = $this->picture160(str_replace(['#1e2b2f', '#f4efe2'], ['#000', '#fff'], self::SHAPES));
        $found = $this->trace($path);
        foreach (['#000000', '#ffffff'] as $pure) {
            self::assertStringContainsString('fill="'.$pure.'"', $found->svg);
        }
        self::assertSame(3, $this->trace($path, new TraceSettings(colours: 3))->report->colours);
    }

    public function test_small_areas_are_swept_and_the_ground_left_out(): void
    {
        $dots = '<rect width="160" height="120" fill="#fff"/><circle cx="80" cy="60" r="30" fill="#0f5c63"/><circle cx="20" cy="20" r="2.5" fill="#b5402a"/>';
        $path = $this->picture160($dots);
        self::assertSame(3, $this->trace($path)->report->shapes);
        self::assertSame(2, $this->trace($path, new TraceSettings(detail: 30))->report->shapes);
        $dropped = $this->trace($path, new TraceSettings(ground: TraceGround::Found));
        self::assertSame(2, $dropped->report->shapes);
        $alpha = $this->drawn($dropped->svg);
        self::assertSame(0.0, $alpha->extractBands(3, 1)->smallest());
        self::assertSame(3, $this->trace($this->picture160(self::SHAPES.'<rect y="60" width="160" height="60" fill="#000"/>'), new TraceSettings(ground: TraceGround::Found))->report->shapes > 2 ? 3 : 0, 'no plain ground, nothing left out');
    }

    public function test_transparency_stays_and_half_of_it_too(): void
    {
        $path = $this->picture160('<circle cx="60" cy="60" r="40" fill="#0f5c63"/><rect x="100" y="20" width="50" height="80" fill="#b5402a" fill-opacity="0.5"/>');
        $traced = $this->trace($path);
        $drawn = $this->drawn($traced->svg, 1);
        $at = static fn (int $x, int $y): array => array_map(\ord(...), str_split(substr($drawn->bytes(), 4 * (160 * $y + $x), 4)));
        self::assertSame(0, $at(4, 4)[3]);
        self::assertEqualsWithDelta([15, 92, 99, 255], $at(60, 60), 2);
        self::assertEqualsWithDelta(128, $at(125, 60)[3], 3);
        self::assertEqualsWithDelta(181, $at(125, 60)[0], 4);
    }

    public function test_no_ground_shines_through_between_areas_at_any_scale(): void
    {
        $stripes = '';
        foreach (['1d3557', '2a9d8f', 'e9c46a', '457b9d', 'a8dadc'] as $i => $colour) {
            $stripes .= \sprintf('<path d="M%d 0H%dL%d 120H%dZ" fill="#%s"/>', 40 * $i - 20, 40 * $i + 21, 40 * $i + 8, 40 * $i - 33, $colour);
        }
        foreach ([false, true] as $isStacked) {
            $svg = $this->trace($this->picture160($stripes), new TraceSettings(isStacked: $isStacked))->svg;
            foreach ([0.5, 1.0, 3.7, 64.0] as $scale) {
                $large = 64.0 === $scale ? str_replace('viewBox="0 0 160 120"', 'viewBox="50 40 12 9"', $svg) : $svg;
                $drawn = Image::drawing($large, ['scale' => 64.0 === $scale ? 4.8 : $scale])->flatten([255.0, 0.0, 255.0]);
                // Of magenta, what is more than the greenest of these colours would let be.
                self::assertLessThan(35.0, $drawn->recombined([[0.5, -1.0, 0.5]])->largest(), "at $scale");
            }
        }
    }

    public function test_no_third_colour_lies_beneath_a_border(): void
    {
        $band = '<rect width="160" height="120" fill="#f6efdf"/><rect y="60" width="160" height="60" fill="#1e1e22"/>'
            .'<rect y="57" width="160" height="3" fill="#1e5b2f"/>';
        $svg = $this->trace($this->picture160($band))->svg;
        $drawn = Image::drawing($svg, ['scale' => 2.7])->flatten([255.0, 255.0, 255.0]);
        $column = array_map(static fn (int $y): int => \ord($drawn->crop(new PixelWindow(200, $y, 1, 1))->bytes()[0]), range(157, 175));
        self::assertLessThanOrEqual(32, max($column), 'red of the light part between two dark ones');
    }

    public function test_other_renderers_draw_the_same(): void
    {
        $svg = $this->trace($this->picture160(self::SHAPES))->svg;
        file_put_contents($this->folder.'/outlines.svg', $svg);
        $this->tool('cairosvg', 'outlines.svg', '--scale', '4', '-o', 'cairo.png');
        $other = Image::load('png', $this->folder.'/cairo.png', []);
        $other = $other->hasAlpha() ? $other->flatten([255.0, 255.0, 255.0]) : $other;
        $ours = $this->drawn($svg, 4)->flatten([255.0, 255.0, 255.0]);
        self::assertSame((string) $ours->size(), (string) $other->size());
        self::assertLessThan(0.3, $ours->coloursOff($other)->average());
    }

    /** Ghostscript makes a plate of each ink that a PDF names. */
    public function test_a_spot_colour_is_a_plate_of_its_own_in_what_is_taken_away_and_in_print_files(): void
    {
        $traced = $this->trace($this->picture160(self::SHAPES));
        $blue = array_values(array_filter(array_column($traced->outlines->paints, 'colour'), static fn (string $one): bool => hexdec(substr($one, 0, 2)) < 0x20 && hexdec(substr($one, 4)) > 0x50))[0] ?? self::fail('The disc is blue.');
        $named = OutlineChanger::change($traced->outlines, [OutlineChange::colour($blue, $blue, 'Tern (blue) № 2')]);
        OutlineFile::write($named, false, OutlineFormat::Pdf, $this->folder.'/out.pdf');
        OutlineFile::write($named, false, OutlineFormat::Svg, $this->folder.'/out.svg');
        self::assertStringContainsString('<title>Tern (blue) № 2</title>', (string) file_get_contents($this->folder.'/out.svg'));
        $master = Master::open($this->folder.'/out.svg');
        $size = $master->size();
        $recipe = new Recipe(
            new Frame($size, PixelWindow::whole($size)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(800, 600)),
            new Write(FileFormat::Pdf, Ppi::of(100), 8, false, page: new PdfPage(PrintSize::inches(8, 6), Bleed::none(), false), lines: true),
        );
        PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $this->folder.'/print.pdf');
        foreach (['out' => 288, 'print' => 60] as $file => $resolution) {
            self::assertStringNotContainsString('image', $this->tool('pdfimages', '-list', "$file.pdf"));
            $this->tool('gs', '-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-sDEVICE=tiffsep', "-r$resolution", "-sOutputFile=$file-plate.tif", "$file.pdf");
            $plates = array_map(basename(...), glob($this->folder."/$file-plate(*Tern*).tif") ?: []);
            self::assertCount(1, $plates, $file);
            // Ink is black: a ring of 31.3 and 12 px of the picture's 160 × 120.
            $ink = 1 - (float) $this->tool('convert', $plates[0], '-colorspace', 'gray', '-format', '%[fx:mean]', 'info:');
            self::assertEqualsWithDelta(\M_PI * (31.3 ** 2 - 12 ** 2) / (160 * 120), $ink, 0.006, $file);
            $page = $this->tool('pdftoppm', '-r', (string) $resolution, '-png', '-singlefile', "$file.pdf", "$file-page");
            $colour = $this->tool('convert', "$file-page.png", '-crop', '1x1+'.(int) (0.2 * 160 * $resolution / ('out' === $file ? 96 : 20)).'+'.(int) (52 / 120 * 120 * $resolution / ('out' === $file ? 96 : 20)), '-format', '%[hex:p{0,0}]', 'info:');
            self::assertSame(strtoupper($blue), substr($colour, 0, 6), $file.$page);
        }
    }

    public function test_what_is_no_drawing_is_told_and_made_only_where_it_is_asked_for(): void
    {
        $path = $this->convert('clouds.png', '-size', '120x90', '-seed', '3', 'plasma:navy-orange', '-attenuate', '0.6', '+noise', 'gaussian');
        $master = Master::open($path);
        $tracer = new PictureTracer($this->folder);
        $told = $tracer->trace($master, new TraceSettings());
        self::assertFalse($told->report->isSuited());
        self::assertSame([], $told->outlines->shapes);
        self::assertStringContainsString('enlarging keeps it', $told->report->why());
        self::assertGreaterThan(1, $tracer->trace($master, new TraceSettings(), true)->report->shapes);
    }

    public function test_one_even_colour_and_one_pixel_are_pictures_too(): void
    {
        foreach (['40x30', '1x1', '3x200'] as $size) {
            $traced = (new PictureTracer($this->folder))->trace(Master::open($this->convert($size.'.png', '-size', $size, 'xc:#0f5c63')), new TraceSettings(), true);
            self::assertSame(1, $traced->report->shapes, $size);
            self::assertStringContainsString('#0f5c63', $traced->svg);
        }
    }

    public function test_what_is_lines_already_is_refused(): void
    {
        file_put_contents($this->folder.'/lines.svg', $this->svg(self::SHAPES));
        $this->expectException(ImpossibleTrace::class);
        (new PictureTracer($this->folder))->trace(Master::open($this->folder.'/lines.svg'), new TraceSettings());
    }

    public function test_the_same_picture_gives_the_same_bytes(): void
    {
        $path = $this->picture160(self::SHAPES);
        self::assertSame($this->trace($path)->svg, $this->trace($path)->svg);
    }

    private function svg(string $shapes): string
    {
        return '<svg xmlns="http://www.w3.org/2000/svg" width="160" height="120" viewBox="0 0 160 120">'.$shapes.'</svg>';
    }

    private function picture160(string $shapes): string
    {
        $path = $this->folder.'/picture.png';
        Image::drawing($this->svg($shapes))->save('png', $path, []);

        return $path;
    }

    private function trace(string $path, TraceSettings $settings = new TraceSettings()): TracedPicture
    {
        return (new PictureTracer($this->folder.'/work-'.bin2hex(random_bytes(3))))->trace(Master::open($path), $settings, true);
    }

    private function drawn(string $svg, int $times = self::MANY): Image
    {
        return Image::drawing($svg, ['scale' => (float) $times])->copyToMemory();
    }

    /** Pixels of the picture by which the edges of two drawings differ: the area between them, over the length of the edges. */
    private function bordersOff(string $svg, string $truth): float
    {
        [$one, $other] = [$this->plain($svg), $this->plain($this->svg($truth))];
        $wrong = $one->coloursOff($other)->isMoreThan(10.0)->average() / 255;
        // An edge is about two pixels wide in its steps of neighbours.
        $steps = $other->ranked(3, 8)->minus($other->ranked(3, 0))->isMoreThan(20.0)->inAllBands();
        $all = $other->ranked(3, 8)->minus($other->ranked(3, 0))->bandSum()->isMoreThan(40.0)->average() / 255;
        self::assertGreaterThan(0.0, max($all, $steps->average()));

        return $wrong / ($all / 3) / self::MANY;
    }

    private function plain(string $svg): Image
    {
        $drawn = Image::drawing($svg)->size()->equals(Image::drawing($this->svg(''))->size())
            ? $this->drawn($svg)
            : Image::drawing($svg, ['scale' => 160 * self::MANY / Image::drawing($svg)->size()->width]);

        return $drawn->flatten([255.0, 255.0, 255.0])->copyToMemory();
    }
}
