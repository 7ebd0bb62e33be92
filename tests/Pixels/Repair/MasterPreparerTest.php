<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Repair;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Fill;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Repair\Tone;
use Snugfit\Core\Repair\Trim;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Repair\MasterPreparer;
use Snugfit\Pixels\Repair\PreparedMaster;
use Snugfit\Pixels\Repair\PreparedMasters;
use Snugfit\Pixels\Repair\SpeckFinder;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;

/** Edits change what they say and nothing else; the master never changes; a prepared one is a master like any. */
final class MasterPreparerTest extends PixelTestCase
{
    private const RGB = ['-define', 'png:color-type=2', '-define', 'png:bit-depth=8', '-depth', '8'];

    public function test_a_spot_on_texture_is_filled_from_round_it_and_nothing_else_changes(): void
    {
        $this->convert('true.png', '-size', '240x160', 'pattern:checkerboard', ...self::RGB);
        $spotted = $this->convert('spotted.png', 'true.png', '-fill', '#e0702a', '-draw', 'circle 120,80 128,80', ...self::RGB);
        $made = $this->prepared($spotted, new Retouch([new Stroke([[120.5 / 240, 80.5 / 160]], 10.5 / 240)]))->picture;
        $true = Master::open($this->folder.'/true.png')->picture();
        self::assertGreaterThan(24.0, self::psnr($made, $true, new PixelWindow(110, 70, 21, 21)));
        self::assertSame(0.0, self::worst($made, Master::open($spotted)->picture(), new PixelWindow(0, 0, 100, 160)), 'what was not touched is as it was');
    }

    public function test_a_spot_on_a_gradient_leaves_no_trace(): void
    {
        $true = Master::open($this->convert('true.png', '-size', '300x200', 'gradient:#204080-#e0c080', ...self::RGB))->picture();
        $spotted = $this->convert('spotted.png', 'true.png', '-fill', 'black', '-draw', 'circle 150,100 162,100', ...self::RGB);
        $made = $this->prepared($spotted, new Retouch([new Stroke([[150.5 / 300, 100.5 / 200]], 15 / 300)]))->picture;
        self::assertGreaterThan(40.0, self::psnr($made, $true, new PixelWindow(134, 84, 33, 33)));
    }

    public function test_lonely_specks_are_proposed_and_nothing_that_belongs_together_is(): void
    {
        $file = $this->convert('scan.png', '-size', '900x600', 'xc:#f8f6f0', '-fill', '#222222', '-draw', 'rectangle 100,100 104,500', '-draw', 'circle 300,200 303,200', '-draw', 'circle 700,450 702,450', '-draw', 'rectangle 500,300 560,330', ...self::RGB);
        $found = SpeckFinder::find(Master::open($file)->picture());
        self::assertCount(2, $found);
        foreach ($found as $stroke) {
            [$x, $y] = [$stroke->points[0][0] * 900, $stroke->points[0][1] * 600];
            self::assertTrue(hypot($x - 300.5, $y - 200.5) < 1.5 || hypot($x - 700.5, $y - 450.5) < 1.5);
        }
        $clean = $this->prepared($file, ...array_map(static fn (Stroke $one): Retouch => new Retouch([$one]), $found))->picture;
        self::assertCount(0, SpeckFinder::find($clean));
        self::assertSame([34, 34, 34], self::at($clean, 102, 300));
    }

    public function test_a_line_that_a_spot_covers_is_carried_on(): void
    {
        $this->convert('true.png', '-size', '200x200', 'xc:#f4ecd8', '-fill', '#1e2b2f', '-draw', 'rectangle 0,96 199,103', ...self::RGB);
        $spotted = $this->convert('spotted.png', 'true.png', '-fill', '#ffffff', '-draw', 'circle 100,100 110,100', ...self::RGB);
        $made = $this->prepared($spotted, new Retouch([new Stroke([[100.5 / 200, 100.5 / 200]], 13 / 200)]))->picture;
        $across = $made->crop(new PixelWindow(90, 100, 21, 1))->extractBands(0, 1)->values();
        self::assertLessThan(90, max($across));
        self::assertGreaterThan(200, min($made->crop(new PixelWindow(100, 88, 1, 1))->values()));
    }

    public function test_pen_draws_and_erases_where_it_says(): void
    {
        $this->convert('plain.png', '-size', '100x80', 'xc:#3c9a4b', ...self::RGB);
        $line = new Stroke([[0.2, 0.5], [0.8, 0.5]], 0.04);
        $drawn = $this->prepared($this->folder.'/plain.png', new Pen([$line], 'e0a100'))->picture;
        self::assertSame([[224, 161, 0], [60, 154, 75]], [self::at($drawn, 50, 40), self::at($drawn, 50, 20)]);
        $erased = $this->prepared($this->folder.'/plain.png', new Pen([$line], null))->picture;
        self::assertSame([0, 255], [self::at($erased, 50, 40)[3], self::at($erased, 50, 20)[3]]);
        $closed = $this->prepared($this->folder.'/plain.png', new Pen([$line], null), new Pen([$line], 'ffffff'))->picture;
        self::assertSame([255, 255, 255, 255], self::at($closed, 50, 40));
    }

    public function test_fill_takes_what_hangs_together_or_all_of_that_colour(): void
    {
        $file = $this->convert('areas.png', '-size', '120x60', 'xc:white', '-fill', '#c03020', '-draw', 'rectangle 10,10 40,50', '-draw', 'rectangle 80,10 110,50', ...self::RGB);
        $joined = $this->prepared($file, new Fill([25 / 120, 0.5], '0f5c63', 20, true, false))->picture;
        self::assertSame([[15, 92, 99], [192, 48, 32], [255, 255, 255]], [self::at($joined, 25, 30), self::at($joined, 95, 30), self::at($joined, 60, 30)]);
        $all = $this->prepared($file, new Fill([25 / 120, 0.5], '0f5c63', 20, false, false))->picture;
        self::assertSame([15, 92, 99], self::at($all, 95, 30));
        $gone = $this->prepared($file, new Fill([0.5, 0.5], null, 20))->picture;
        self::assertSame([0, 255], [self::at($gone, 60, 30)[3], self::at($gone, 25, 30)[3]]);
    }

    public function test_tone_follows_its_curve_at_eight_and_sixteen_bits(): void
    {
        $tone = new Tone(20, 235, null, 15, 30, -10);
        foreach ([8, 16] as $depth) {
            $file = $this->convert("ramp-$depth.png", '-size', '8x64', 'gradient:black-white', '-define', 'png:color-type=2', '-define', "png:bit-depth=$depth", '-depth', (string) $depth);
            $before = Master::open($file)->picture();
            $after = $this->prepared($file, $tone)->picture;
            $most = 8 === $depth ? 255 : 65535;
            self::assertSame($before->format(), $after->format());
            foreach ([5, 22, 47] as $y) {
                for ($channel = 0; $channel < 3; ++$channel) {
                    $given = self::at($before, 4, $y)[$channel] / $most;
                    self::assertEqualsWithDelta($tone->curve($given, $channel) * $most, self::at($after, 4, $y)[$channel], 1.0);
                }
            }
        }
        $grey = $this->prepared($this->convert('red.png', '-size', '8x8', 'xc:#c03020', ...self::RGB), new Tone(saturation: -100))->picture;
        [$r, $g, $b] = self::at($grey, 4, 4);
        self::assertLessThanOrEqual(2, max($r, $g, $b) - min($r, $g, $b));
    }

    public function test_margins_go_but_for_what_is_left_and_their_place_is_told(): void
    {
        $file = $this->convert('design.png', '-size', '200x100', 'xc:none', '-fill', 'red', '-draw', 'rectangle 50,20 99,79', '-depth', '8');
        $prepared = $this->prepared($file, new Trim(0.1));
        self::assertSame('62 × 72', (string) $prepared->picture->size());
        self::assertEqualsWithDelta([44 / 200, 14 / 100, 62 / 200, 72 / 100], $prepared->kept->toList(), 1e-9);
        $plain = $this->convert('plain.png', '-size', '200x100', 'xc:#f8f8f8', '-fill', 'black', '-draw', 'point 120,40', ...self::RGB);
        self::assertSame('1 × 1', (string) $this->prepared($plain, new Trim())->picture->size(), 'a single pixel is not nothing');
        $this->expectException(ImpossibleEdit::class);
        $this->prepared($this->convert('nothing.png', '-size', '20x20', 'xc:none'), new Trim());
    }

    #[DataProvider('masters')]
    public function test_any_master_is_prepared_in_its_depth_and_upright(string $name, int $bits, bool $isWide, string ...$how): void
    {
        $file = $this->convert($name, '-size', '90x60', 'gradient:#c03020-#f4ecd8', ...array_values($how));
        $before = (string) hash_file('sha256', $file);
        $master = Master::open($file);
        $prepared = $this->prepared($file, new Pen([new Stroke([[0.1, 0.1]], 0.03)], '0f5c63'));
        self::assertSame((string) $master->size(), (string) $prepared->picture->size());
        self::assertSame($bits, WorkingSpaceConverter::bitsOf($prepared->picture));
        self::assertSame($isWide, WorkingSpaceConverter::isManaged($prepared->picture));
        self::assertSame($before, hash_file('sha256', $file), 'the master is never touched');
    }

    /** @return iterable<string, list<string|int|bool>> */
    public static function masters(): iterable
    {
        yield 'grey' => ['grey.png', 8, false, '-colorspace', 'Gray', '-depth', '8'];
        yield '16 bit' => ['deep.png', 16, false, '-type', 'TrueColor', '-define', 'png:bit-depth=16', '-depth', '16'];
        yield 'CMYK' => ['cmyk.tif', 16, true, '-colorspace', 'CMYK', '-depth', '8'];
        yield 'on its side' => ['side.jpg', 8, false, '-type', 'TrueColor', '-orient', 'RightTop'];
        yield 'transparent' => ['through.png', 8, false, '-alpha', 'set', '-depth', '8'];
    }

    public function test_a_drawing_is_repaired_as_pixels_of_its_grid(): void
    {
        file_put_contents($this->folder.'/emblem.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><rect width="40" height="20" fill="#fff"/><circle cx="20" cy="10" r="8" fill="#0f5c63"/></svg>');
        $prepared = $this->prepared($this->folder.'/emblem.svg', new CutOut());
        self::assertSame('4,096 × 2,048', (string) $prepared->picture->size());
        self::assertSame([0, 255], [self::at($prepared->picture, 100, 100)[3], self::at($prepared->picture, 2048, 1024)[3]]);
    }

    public function test_a_print_is_made_of_the_prepared_master_which_is_kept(): void
    {
        $file = $this->convert('shirt.png', '-size', '300x300', 'xc:white', '-fill', '#0f5c63', '-draw', 'circle 150,150 150,80', ...self::RGB);
        $edits = EditList::of(new CutOut(), new Trim());
        $masters = new PreparedMasters($this->folder);
        $prepared = $masters->of(Master::open($file), $edits);
        self::assertSame($edits->preparedHash((string) hash_file('sha256', $file)), $prepared->sha256());
        $facts = $this->read($prepared->path);
        self::assertTrue($facts->isTransparent);
        self::assertSame('141 × 141', (string) $facts->size);
        [$report, $kept] = $masters->report(Master::open($file), $edits);
        self::assertGreaterThan(0.8, $report?->removed);
        self::assertEqualsWithDelta(141 / 300, $kept->width, 1e-9);
        $recipe = $this->recipe($facts, new PixelSize(282, 282), transparent: true);
        PrintFileMaker::in($this->folder)->make($prepared, $recipe, $this->folder.'/print.png');
        $print = Master::open($this->folder.'/print.png')->picture();
        self::assertSame([0, 255], [self::at($print, 4, 4)[3], self::at($print, 141, 141)[3]]);
        // Made once: the second time it is the same file.
        $time = filemtime($prepared->path);
        touch($prepared->path, $time - 100);
        $masters->of(Master::open($file), $edits);
        clearstatcache();
        self::assertSame($time - 100, filemtime($prepared->path));
    }

    private function prepared(string $file, Edit ...$edits): PreparedMaster
    {
        return (new MasterPreparer())->prepare(Master::open($file), EditList::of(...$edits));
    }

    /** @return list<int> */
    private static function at(Image $picture, int $x, int $y): array
    {
        return array_map(intval(...), $picture->crop(new PixelWindow($x, $y, 1, 1))->values());
    }

    private static function psnr(Image $made, Image $true, PixelWindow $window): float
    {
        [$one, $other] = [$made->crop($window)->extractBands(0, 3)->values(), $true->crop($window)->extractBands(0, 3)->values()];
        $square = array_sum(array_map(static fn (int|float $a, int|float $b): float => ($a - $b) ** 2, $one, $other)) / \count($one);

        return 10 * log10(255 ** 2 / max(1e-6, $square));
    }

    private static function worst(Image $made, Image $true, PixelWindow $window): float
    {
        return (float) max(array_map(static fn (int|float $a, int|float $b): float => abs($a - $b), $made->crop($window)->values(), $true->crop($window)->values()));
    }
}
