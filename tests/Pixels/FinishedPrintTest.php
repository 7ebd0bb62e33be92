<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Mount;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Finishing\MaskRaster;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\ToneReport;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/** Finishing's pixels beside the formulas in Core and beside what was not finished. */
final class FinishedPrintTest extends PixelTestCase
{
    #[DataProvider('depths')]
    public function test_the_tone_guard_moves_every_level_as_its_formula_says(int $bits): void
    {
        $this->tool('convert', '-size', '4x4096', 'gradient:black-white', '-rotate', '90', '-depth', (string) $bits, 16 === $bits ? 'PNG48:in.png' : 'PNG24:in.png');
        [$before, $after] = [$this->values('in.png'), $this->values(basename($this->finished('in.png', ['guard' => ['black' => 2, 'white' => 1.5]], FileFormat::Png)))];
        $guard = new ToneLimits(2, 1.5);
        $most = 16 === $bits ? 65535 : 255;
        foreach ($before as $i => $value) {
            self::assertEqualsWithDelta($guard->lift($most) + $value * $guard->slope(), $after[$i], 0.51);
        }
        self::assertSame([(int) round(0.02 * $most), (int) round(0.985 * $most)], [min($after), max($after)]);
        // No level is lost that the range has room for: 96.5 % of them.
        self::assertGreaterThan(0.96 * \count(array_unique($before)), \count(array_unique($after)));
    }

    /** @return iterable<array{int}> */
    public static function depths(): iterable
    {
        yield '8 bits' => [8];
        yield '16 bits' => [16];
    }

    public function test_tones_are_counted_where_something_is_seen(): void
    {
        // A quarter white, a quarter black, a quarter grey, and a quarter where nothing is seen.
        $this->convert('in.png', '-size', '40x40', 'xc:none', '-fill', 'white', '-draw', 'rectangle 0,0 9,39', '-fill', 'black', '-draw', 'rectangle 10,0 19,39', '-fill', '#808080', '-draw', 'rectangle 20,0 29,39');
        $facts = $this->read($this->folder.'/in.png');
        $report = (new ToneReport(new PrintRenderer($this->folder)))->of(Master::open($this->folder.'/in.png'), $this->recipe($facts, $facts->size)->finishedBy($this->finish(['guard' => ['black' => 2, 'white' => 2]])));
        self::assertEqualsWithDelta([1 / 3, 1 / 3], [$report['before']['black'], $report['before']['white']], 1e-9);
        self::assertEquals([0.0, 0.0], [$report['after']['black'], $report['after']['white']]);
        $bins = $report['before']['bins'];
        self::assertSame([400, 400, 400, 1200], [$bins[0], $bins[128], $bins[255], array_sum($bins)]);
    }

    public function test_sharpening_changes_nothing_outside_its_marks(): void
    {
        $this->picture(new PixelSize(400, 300))->save('png', $this->folder.'/in.png', []);
        $plain = Image::load('png', $this->finished('in.png', [], FileFormat::Png))->copyToMemory();
        $marks = [['points' => [[2500, 5000]], 'radius' => 1000], ['points' => [[7000, 2000], [7000, 8000]], 'radius' => 500]];
        $sharp = Image::load('png', $this->finished('in.png', ['sharpen' => ['amount' => 200, 'radius' => '1.5px'], 'marks' => $marks], FileFormat::Png))->copyToMemory();
        $everywhere = Image::load('png', $this->finished('in.png', ['sharpen' => ['amount' => 200, 'radius' => '1.5px']], FileFormat::Png))->copyToMemory();
        $isIn = static fn (int $x, int $y): bool => hypot($x - 100, $y - 150) < 41 || ($y > 40 && $y < 260 && abs($x - 280) < 21);
        [$changed, $full] = [0, 0];
        [$a, $b, $c] = [$plain->bytes(), $sharp->bytes(), $everywhere->bytes()];
        for ($y = 0; $y < 300; ++$y) {
            for ($x = 0; $x < 400; ++$x) {
                $at = 3 * ($y * 400 + $x);
                $isSame = substr($a, $at, 3) === substr($b, $at, 3);
                if (!$isIn($x, $y)) {
                    self::assertTrue($isSame, "$x, $y lies outside");
                } elseif (!$isSame) {
                    ++$changed;
                }
                if (hypot($x - 100, $y - 150) < 10) {
                    self::assertSame(substr($c, $at, 3), substr($b, $at, 3), 'in the middle of a dab it is as everywhere');
                    ++$full;
                }
            }
        }
        self::assertGreaterThan(2000, $changed);
        self::assertGreaterThan(250, $full);
    }

    public function test_painted_areas_go_another_way_and_the_rest_stays_to_the_byte(): void
    {
        $this->picture(new PixelSize(120, 90))->save('png', $this->folder.'/in.png', []);
        $facts = $this->read($this->folder.'/in.png');
        $plain = $this->recipe($facts, new PixelSize(240, 180), FileFormat::Png);
        $make = function (Recipe $recipe): string {
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png');

            return Image::load('png', $this->folder.'/out.png')->bytes();
        };
        $blocks = new UpscaleSettings(UpscaleMethod::Nearest);
        $area = new UpscaleRegion($blocks, new PaintedMask([new BrushStroke([[0.25, 0.5]], 0.15)]));
        [$base, $other, $mixed] = [$make($plain), $make($plain->enlargedBy($blocks)), $make($plain->enlargedBy($plain->enlarge->settings, $area))];
        for ($y = 0; $y < 180; ++$y) {
            for ($x = 0; $x < 240; ++$x) {
                $distance = hypot($x + 0.5 - 60, $y + 0.5 - 90);
                $pixel = static fn (string $bytes): string => substr($bytes, 3 * (240 * $y + $x), 3);
                if ($distance > 37 || $distance < 9) {
                    self::assertSame($distance > 37 ? $pixel($base) : $pixel($other), $pixel($mixed), "$x, $y");
                }
            }
        }
        $again = Recipe::fromJson($plain->enlargedBy($plain->enlarge->settings, $area)->canonicalJson());
        self::assertEquals($area, $again->enlarge->region);
    }

    public function test_marks_follow_the_picture_however_it_is_held(): void
    {
        $marks = new PaintedMask([new BrushStroke([[0.25, 0.5]], 0.1)]);
        $picture = new PixelSize(400, 300);
        // The dab at (100, 150): turned clockwise, the picture is 300 × 400 and the point lies at (150, 100); mirrored, at 300.
        foreach ([[new ImageTransform(QuarterTurn::Right), new PixelSize(300, 400), 150, 100], [new ImageTransform(flip: true), $picture, 300, 150], [new ImageTransform(tilt: 10), $picture, 200 - 100 * cos(deg2rad(10)), 150 - 100 * sin(deg2rad(10))]] as [$transform, $size, $x, $y]) {
            $window = 0.0 === $transform->tilt ? PixelWindow::whole($size) : new PixelWindow(75, 55, 250, 190);
            $mask = (new MaskRaster($marks))->over(new Frame($picture, $window, $transform), $window->size()->times(2));
            $values = $mask->values();
            [$sum, $across, $down] = [0.0, 0.0, 0.0];
            foreach ($values as $i => $value) {
                $sum += $value;
                $across += $value * ($i % (2 * $window->width) + 0.5);
                $down += $value * (intdiv($i, 2 * $window->width) + 0.5);
            }
            if (0.0 === $transform->tilt) {
                self::assertEqualsWithDelta([$x, $y], [$across / $sum / 2 + $window->x, $down / $sum / 2 + $window->y], 0.5);
            } else {
                self::assertGreaterThan(0.9, max($values), 'the dab is in the tilted window');
            }
        }
    }

    public function test_taking_away_takes_away(): void
    {
        $grid = (new MaskRaster(new PaintedMask([new BrushStroke([[0.5, 0.5]], 0.2), new BrushStroke([[0.5, 0.5]], 0.3, true)])))->grid(new PixelSize(200, 200));
        self::assertLessThan(20, max($grid->values()));
        self::assertSame(255, max((new MaskRaster(new PaintedMask([new BrushStroke([[0.5, 0.5]], 0.2)])))->grid(new PixelSize(200, 200))->values()));
    }

    public function test_grain_deviates_as_wished_in_the_middle_and_not_at_the_ends(): void
    {
        $this->tool('convert', '-size', '300x300', 'xc:gray(50%)', '-size', '300x100', 'xc:black', 'xc:white', '-append', '-depth', '8', 'PNG24:in.png');
        foreach (['1px', '4px'] as $size) {
            $grained = Image::load('png', $this->finished('in.png', ['grain' => ['amount' => 4, 'size' => $size]], FileFormat::Png))->copyToMemory();
            $middle = $grained->crop(new PixelWindow(0, 0, 300, 300))->extractBands(0, 1)->values();
            self::assertEqualsWithDelta(10.2, $this->deviation($middle), 0.6, $size);
            self::assertSame([0, 255], [max($grained->crop(new PixelWindow(0, 300, 300, 100))->values()), min($grained->crop(new PixelWindow(0, 400, 300, 100))->values())]);
        }
        $bytes = file_get_contents($this->finished('in.png', ['grain' => ['amount' => 4, 'size' => '4px']], FileFormat::Png));
        self::assertSame($bytes, file_get_contents($this->finished('in.png', ['grain' => ['amount' => 4, 'size' => '4px']], FileFormat::Png)), 'the same recipe gives the same grain');
    }

    public function test_clean_up_takes_noise_and_keeps_edges(): void
    {
        $this->tool('convert', '-size', '200x200', 'xc:gray(40%)', 'xc:gray(75%)', '+append', '-seed', '5', '-attenuate', '0.15', '+noise', 'Gaussian', '-colorspace', 'gray', '-depth', '8', 'PNG24:in.png');
        $noise = fn (string $file): float => $this->deviation(Image::load('png', $file)->crop(new PixelWindow(20, 20, 150, 150))->extractBands(0, 1)->values());
        $edge = static function (string $file): float {
            $row = Image::load('png', $file)->crop(new PixelWindow(190, 50, 20, 100))->extractBands(0, 1)->resize(new PixelSize(20, 1), Kernel::Linear)->values();

            return $row[11] - $row[8];
        };
        $clean = $this->finished('in.png', ['clean' => 30], FileFormat::Png);
        self::assertLessThan(0.5 * $noise($this->folder.'/in.png'), $noise($clean));
        self::assertGreaterThan(0.9 * $edge($this->folder.'/in.png'), $edge($clean));
    }

    public function test_tidying_balances_a_cast_and_uses_the_range(): void
    {
        $this->tool('convert', '-size', '200x100', 'gradient:gray(8%)-gray(94%)', '-colorspace', 'sRGB', '-type', 'TrueColor', '-channel', 'R', '-evaluate', 'add', '3%', '-channel', 'B', '-evaluate', 'subtract', '3%', '+channel', '-depth', '8', 'PNG24:in.png');
        $mean = static fn (string $file, int $band): float => Image::load('png', $file)->extractBands($band, 1)->average();
        $tidy = $this->finished('in.png', ['tidy' => 100], FileFormat::Png);
        self::assertGreaterThan(12, $mean($this->folder.'/in.png', 0) - $mean($this->folder.'/in.png', 2));
        self::assertLessThan(2.5, abs($mean($tidy, 0) - $mean($tidy, 2)));
        $values = Image::load('png', $tidy)->extractBands(1, 1)->values();
        self::assertLessThan(4, min($values));
        self::assertGreaterThan(250, max($values));
    }

    public function test_sharpening_leaves_differences_under_its_threshold_alone(): void
    {
        // Two steps on grey: one of 3 levels, one of 60.
        $this->tool('convert', '-size', '60x40', 'xc:rgb(100,100,100)', 'xc:rgb(103,103,103)', 'xc:rgb(163,163,163)', '+append', '-depth', '8', 'PNG24:in.png');
        $row = static fn (string $file): array => Image::load('png', $file)->extractBands(0, 1)->crop(new PixelWindow(0, 20, 180, 1))->values();
        $before = $row($this->folder.'/in.png');
        $sharpen = fn (int $threshold): array => $row($this->finished('in.png', ['sharpen' => ['amount' => 200, 'radius' => '2px', 'threshold' => $threshold]], FileFormat::Png));
        [$all, $some] = [$sharpen(0), $sharpen(4)];
        self::assertSame(\array_slice($before, 50, 20), \array_slice($some, 50, 20), 'the small step stays');
        self::assertNotSame(\array_slice($before, 50, 20), \array_slice($all, 50, 20), 'without a threshold it does not');
        self::assertNotSame(\array_slice($before, 110, 20), \array_slice($some, 110, 20), 'the large one is sharpened');
        foreach ($before as $x => $value) {
            // What is added is twice the detail; of it, what exceeds the threshold is added as it is.
            $detail = ($all[$x] - $value) / 2;
            $beyond = max($detail - 4, 0) + min($detail + 4, 0);
            self::assertEqualsWithDelta($value + 2 * $beyond, $some[$x], 1.6, "pixel $x");
        }
    }

    public function test_vibrance_strengthens_pale_colours_and_leaves_vivid_ones(): void
    {
        // Black, white and much grey leave levels and balance nothing to do.
        $this->tool('convert', '-size', '20x40', 'xc:black', 'xc:white', '-size', '120x40', 'xc:gray(50%)', '-size', '20x40', 'xc:rgb(150,128,118)', 'xc:rgb(230,30,20)', '+append', '-colorspace', 'sRGB', '-type', 'TrueColor', '-depth', '8', 'PNG24:in.png');
        $chroma = static function (string $file, int $x): float {
            [, $a, $b] = Image::load('png', $file)->crop(new PixelWindow($x, 20, 1, 1))->colourspace(Interpretation::Lab)->values();

            return hypot($a, $b);
        };
        [$pale, $vivid] = [$chroma($this->folder.'/in.png', 165), $chroma($this->folder.'/in.png', 185)];
        self::assertTrue($pale > 8 && $pale < 20 && $vivid > 90, "$pale and $vivid");
        $tidy = $this->finished('in.png', ['tidy' => 100], FileFormat::Png);
        self::assertEqualsWithDelta($pale + 0.25 * $pale * (1 - $pale / 60), $chroma($tidy, 165), 0.6);
        self::assertEqualsWithDelta($vivid, $chroma($tidy, 185), 1.0);
        $half = $this->finished('in.png', ['tidy' => 50], FileFormat::Png);
        self::assertEqualsWithDelta($pale + 0.125 * $pale * (1 - $pale / 60), $chroma($half, 165), 0.6);
    }

    public function test_clean_up_keeps_of_a_difference_what_its_variance_says(): void
    {
        // A checkerboard of ± 12 levels: its variance is 144 in every window, less the odd cell of 25.
        $this->tool('convert', '-size', '2x2', 'xc:gray', '-fill', 'rgb(112,112,112)', '-draw', 'point 0,0 point 1,1', '-fill', 'rgb(136,136,136)', '-draw', 'point 1,0 point 0,1', '-write', 'mpr:t', '+delete', '-size', '120x120', 'tile:mpr:t', '-colorspace', 'sRGB', '-type', 'TrueColor', '-depth', '8', 'PNG24:in.png');
        foreach ([10, 40] as $strength) {
            $clean = $this->finished('in.png', ['clean' => $strength], FileFormat::Png);
            $values = Image::load('png', $clean)->extractBands(0, 1)->crop(new PixelWindow(40, 40, 2, 1))->values();
            $share = 144 / (144 + (0.12 * $strength / 100 * 255) ** 2);
            self::assertEqualsWithDelta(24 * $share, abs($values[1] - $values[0]), 1.2, "at $strength per cent");
        }
    }

    public function test_a_white_border_stays_the_papers_white(): void
    {
        $this->picture(new PixelSize(120, 80))->save('png', $this->folder.'/in.png', []);
        $recipe = $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(120, 80), FileFormat::Png)->finishedBy($this->finish(['guard' => ['black' => 2, 'white' => 2]]));
        $recipe = new Recipe($recipe->frame, $recipe->enlarge, $recipe->write, new Mount(new PixelSize(160, 120), new PrintLayout(new PixelWindow(20, 20, 120, 80), EdgeFill::Colour, 'ffffff')), $recipe->finish);
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png');
        $image = Image::load('png', $this->folder.'/out.png');
        self::assertSame([255], array_values(array_unique($image->crop(new PixelWindow(0, 0, 160, 20))->values())));
        self::assertLessThan(251, max($image->crop(new PixelWindow(20, 20, 120, 80))->values()));
        $measures = (new PrintMeasurer(new PrintRenderer($this->folder)))->measure(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png');
        self::assertSame(0.0, $measures->atExtremes);
        self::assertGreaterThan(0.9, $measures->similarity);
    }

    public function test_a_print_that_shows_something_else_is_told(): void
    {
        $this->convert('in.png', '-seed', '3', '-size', '400x300', 'plasma:', '-fill', 'white', '-draw', 'rectangle 40,30 200,90', '-depth', '8');
        $facts = $this->read($this->folder.'/in.png');
        $whole = $this->recipe($facts, new PixelSize(300, 300), FileFormat::Png, crop: new PixelWindow(0, 0, 300, 300));
        $measurer = new PrintMeasurer(new PrintRenderer($this->folder));
        $similarity = function (Recipe $made, Recipe $planned) use ($measurer): float {
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $made, $this->folder.'/out.png');

            return $measurer->measure(Master::open($this->folder.'/in.png'), $planned, $this->folder.'/out.png')->similarity;
        };
        $with = static fn (PixelWindow $crop, ImageTransform $transform): Recipe => new Recipe(new Frame($facts->size, $crop, $transform), $whole->enlarge, $whole->write);
        foreach ([new ImageTransform(), new ImageTransform(QuarterTurn::Right), new ImageTransform(QuarterTurn::Half, true), new ImageTransform(QuarterTurn::Left, true)] as $transform) {
            $transformed = $with(new PixelWindow(0, 0, 300, 300), $transform);
            self::assertGreaterThan(0.9, $similarity($transformed, $transformed));
            self::assertLessThan(0.6, $similarity($with(new PixelWindow(0, 0, 300, 300), new ImageTransform(QuarterTurn::Right, !$transform->flip)), $transformed), 'another pose');
        }
        $rotated = $with(new PixelWindow(100, 60, 180, 180), new ImageTransform(tilt: -12));
        self::assertGreaterThan(0.9, $similarity($rotated, $rotated));
        self::assertLessThan(0.6, $similarity($with(new PixelWindow(100, 0, 300, 300), new ImageTransform()), $whole), 'another crop');
    }

    public function test_halos_are_measured(): void
    {
        $this->tool('convert', '-size', '100x200', 'xc:gray(30%)', 'xc:gray(70%)', '+append', '-blur', '0x0.5', '-depth', '8', 'PNG24:in.png');
        $facts = $this->read($this->folder.'/in.png');
        $halo = function (int $amount) use ($facts): float {
            $recipe = $this->recipe($facts, $facts->size, FileFormat::Png)->finishedBy($this->finish(['sharpen' => ['amount' => $amount, 'radius' => '2px']]));
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png');

            return (float) (new PrintMeasurer(new PrintRenderer($this->folder)))->measure(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png')->halo;
        };
        self::assertLessThan(45, $halo(60));
        self::assertGreaterThan(60, $halo(300));
    }

    /** @param array<string, mixed> $fields */
    private function finish(array $fields): Finish
    {
        return Finish::fromRecord(JsonReader::of($fields, 'a finish'));
    }

    /**
     * @param array<string, mixed> $fields
     *
     * @return string the print's path
     */
    private function finished(string $name, array $fields, FileFormat $format): string
    {
        $facts = $this->read($this->folder.'/'.$name);
        $path = $this->folder.'/out-'.bin2hex(random_bytes(4)).'.'.$format->extension();
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/'.$name), $this->recipe($facts, $facts->size, $format)->finishedBy($this->finish($fields)), $path);

        return $path;
    }

    /** @return non-empty-list<int|float> one channel */
    private function values(string $name): array
    {
        return Image::load('png', $this->folder.'/'.$name)->extractBands(0, 1)->values();
    }

    /** @param list<int|float> $values */
    private function deviation(array $values): float
    {
        $mean = array_sum($values) / \count($values);

        return sqrt(array_sum(array_map(static fn (int|float $value): float => ($value - $mean) ** 2, $values)) / \count($values));
    }
}
