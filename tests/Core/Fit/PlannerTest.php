<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

final class PlannerTest extends TestCase
{
    /** @return iterable<string, array{string, string, float, float, string, float}> picture, print, target, limit, output, enlargement: common practice */
    public static function checkValues(): iterable
    {
        yield 'a page tagged 72, printed larger' => ['396x598', '8x12in', 300, 8, '2400x3600', 6.06];
        yield 'a photo doubled' => ['3500x5250', '20x30in', 350, 4, '7000x10500', 2.0];
        yield 'short side to 3000' => ['512x768', '10x15in', 300, 6, '3000x4500', 5.86];
        yield 'a square to 20 in at 300' => ['1515x1515', '20x20in', 300, 4, '6000x6000', 3.96];
        yield 'a square to 20 in at 360' => ['1515x1515', '20x20in', 360, 6, '7200x7200', 4.75];
        yield 'six times' => ['1024x1024', '20.48x20.48in', 300, 6, '6144x6144', 6.0];
        yield 'sixteen times' => ['1024x1024', '16384x16384in', 1, 16, '16384x16384', 16.0];
    }

    #[DataProvider('checkValues')]
    public function test_check_values(string $picture, string $print, float $target, float $limit, string $output, float $enlargement): void
    {
        $placement = $this->plan($picture, $this->product($print, $target, min(240.0, $target)), new PlacementRequest(limit: $limit));
        self::assertEquals(PixelSize::parse($output), $placement->output?->size);
        self::assertEqualsWithDelta($enlargement, $placement->enlargement, 0.005);
        self::assertSame(Verdict::Grow, $placement->verdict);
    }

    /** @return iterable<string, array{int, float, Verdict, ?int}> side of a square on 10 × 10 in at 300 with floor 240, limit, verdict, ppi of the file */
    public static function verdicts(): iterable
    {
        yield 'over the target' => [4000, 4, Verdict::Ample, 300];
        yield 'at the target' => [3000, 4, Verdict::Ample, 300];
        yield 'a pixel under the target' => [2999, 4, Verdict::Adequate, 300];
        yield 'at the floor' => [2400, 4, Verdict::Adequate, 300];
        yield 'at the floor, nothing allowed' => [2400, 1, Verdict::Adequate, 240];
        yield 'a pixel under the floor' => [2399, 4, Verdict::Grow, 300];
        yield 'just within the limit' => [750, 4, Verdict::Grow, 300];
        yield 'a pixel past the limit' => [749, 4, Verdict::GrowToFloor, 299];
        yield 'the floor just within the limit' => [600, 4, Verdict::GrowToFloor, 240];
        yield 'a pixel short' => [599, 4, Verdict::Short, null];
    }

    #[DataProvider('verdicts')]
    public function test_the_verdict_table(int $side, float $limit, Verdict $verdict, ?int $ppi): void
    {
        $placement = $this->plan("{$side}x{$side}", $this->product('10x10in', 300, 240), new PlacementRequest(limit: $limit));
        self::assertSame($verdict, $placement->verdict);
        self::assertSame(null === $ppi ? null : (float) $ppi, $placement->output?->ppi->value);
        self::assertSame(null === $ppi ? null : 10 * $ppi, $placement->output?->size->width);
    }

    public function test_an_adequate_crop_can_be_kept_as_it_is(): void
    {
        $placement = $this->plan('2700x2700', $this->product('10x10in', 300, 240), new PlacementRequest(policy: UpscalePolicy::KeepAdequate));
        self::assertEquals([new PixelSize(2700, 2700), 270.0], [$placement->output?->size, $placement->output?->ppi->value]);
    }

    public function test_the_limit_is_the_persons_then_the_products_then_the_kinds(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(10, 10), Bleed::none(), Ppi::of(300), Ppi::of(240), limit: 5);
        self::assertSame(4.0, $this->plan('500x500', $this->product('10x10in', 300, 240))->limit);
        self::assertSame(5.0, $this->plan('500x500', $product)->limit);
        self::assertSame(2.0, $this->plan('500x500', $product, new PlacementRequest(limit: 2))->limit);
        $limits = array_map(static fn (Kind $kind): float => $kind->usualLimit(), Kind::cases());
        self::assertSame([4.0, 6.0, 8.0, 8.0, 16.0], $limits, 'photo, illustration, flat graphic, line art, pixel art: common practice');
    }

    public function test_the_crop_is_the_largest_window_in_the_middle(): void
    {
        $product = $this->product('20x30in', 300, 240);
        self::assertEquals(new PixelWindow(171, 0, 683, 1024), $this->plan('1024x1024', $product)->crop);
        self::assertEquals(new PixelWindow(0, 2, 396, 594), $this->plan('396x598', $product)->crop);
        $landscape = $this->plan('6000x4000', $this->product('210x297mm', 300, 240));
        self::assertEquals(new PixelWindow(172, 0, 5657, 4000), $landscape->crop);
        self::assertSame(Orientation::Landscape, $landscape->product->orientation());
        self::assertEquals(new PixelSize(3508, 2480), $landscape->output?->size);
        self::assertEqualsWithDelta(5657 / 6000, $landscape->keptShare, 1e-12);
    }

    public function test_a_picture_of_the_very_print_size_is_used_whole(): void
    {
        $placement = $this->plan('2480x3508', Catalogue::standard()->product('a4'));
        self::assertSame([Verdict::Ample, 1.0, 1.0], [$placement->verdict, $placement->keptShare, $placement->enlargement]);
    }

    public function test_bleed_takes_part_in_crop_and_pixels(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(8, 10), Bleed::all(Length::inches(0.125)), Ppi::of(300), Ppi::of(240));
        $placement = $this->plan('2475x3075', $product);
        self::assertEquals(new PixelSize(2475, 3075), $placement->output?->size);
        self::assertSame(300.0, $placement->effective->value);
        $sides = new Bleed(Length::inches(1), Length::zero(), Length::zero(), Length::inches(2));
        $uneven = new Product('x', 'x', PrintSize::inches(8, 10), $sides, Ppi::of(100), Ppi::of(50));
        self::assertEquals(new PixelSize(1000, 1100), $this->plan('3000x4000', $uneven)->output?->size);
        self::assertEquals(new PixelSize(1100, 1000), $this->plan('4000x3000', $uneven)->output?->size);
    }

    public function test_either_takes_the_way_up_that_keeps_more_and_portrait_on_a_tie(): void
    {
        $product = $this->product('30x20in', 100, 50);
        self::assertSame(Orientation::Landscape, $this->plan('3000x2001', $product)->product->orientation());
        self::assertSame(Orientation::Portrait, $this->plan('2001x3000', $product)->product->orientation());
        self::assertSame(Orientation::Portrait, $this->plan('2000x2000', $product)->product->orientation());
        self::assertSame(Orientation::Square, $this->plan('2000x1000', $this->product('5x5in', 100, 50))->product->orientation());
        self::assertSame(Orientation::Landscape, $this->plan('2000x3000', $product, new PlacementRequest(new Framing(OrientationRule::Landscape)))->product->orientation());
        // A product that is printed one way up only leaves no choice.
        self::assertSame(Orientation::Landscape, $this->plan('2000x3000', Catalogue::standard()->product('mug'), new PlacementRequest(new Framing(OrientationRule::Portrait)))->product->orientation());
    }

    public function test_a_keep_box_draws_the_crop_to_itself_as_far_as_the_edges_allow(): void
    {
        $product = $this->product('10x10in', 100, 50);
        $crop = fn (string $keep): PixelWindow => $this->plan('3000x1000', $product, new PlacementRequest(keep: [FractionBox::parse($keep)]))->crop;
        self::assertSame(500, $crop('0.3,0.2,0.06667,0.5')->x);
        self::assertSame(0, $crop('0,0,0.1,0.1')->x);
        self::assertSame(2000, $crop('0.9,0,0.1,0.1')->x);
        $cut = $this->plan('3000x1000', $product, new PlacementRequest(keep: [FractionBox::parse('0.1,0,0.8,1')]));
        self::assertFalse($cut->keepsBox);
        self::assertSame(1000, $cut->crop->x, 'too wide to be kept: its middle is');
    }

    public function test_what_must_stay_stays_on_the_face_of_a_canvas(): void
    {
        $canvas = Catalogue::standard()->product('canvas-12x16');
        // 15.5 × 19.5 in of picture, of which 12 × 16 in are seen from the front.
        $keep = [FractionBox::parse('0.05,0.4,0.2,0.2')];
        $placement = $this->plan('6000x3900', $canvas, new PlacementRequest(new Framing(OrientationRule::Portrait), $keep));
        [$crop, $face] = [$placement->crop, $placement->face()];
        self::assertEqualsWithDelta(12 / 15.5, $face->width / $crop->width, 0.001);
        self::assertEqualsWithDelta(16 / 19.5, $face->height / $crop->height, 0.001);
        self::assertEqualsWithDelta($crop->centreX(), $face->centreX(), 1);
        self::assertSame(0, $crop->x, 'as far as the picture goes');
        self::assertFalse($placement->keepsBox, 'the side needs what lies left of it');
        $placement = $this->plan('6000x3900', $canvas, new PlacementRequest(new Framing(OrientationRule::Portrait), [FractionBox::parse('0.1,0.4,0.2,0.2')]));
        self::assertTrue($placement->keepsBox);
        self::assertGreaterThanOrEqual($placement->face()->x, 600);
        // Sides that are not of the picture leave all of the crop on the face.
        $mirrored = $this->plan('6000x3900', $canvas, new PlacementRequest(new Framing(OrientationRule::Portrait, bleedSource: BleedSource::Mirrored), $keep));
        self::assertTrue($mirrored->keepsBox);
        self::assertEquals($mirrored->crop, $mirrored->face());
        foreach ([[BleedSource::Blurred, EdgeFill::Blurred], [BleedSource::Colour, EdgeFill::Colour]] as [$source, $edge]) {
            $sides = $this->plan('6000x3900', $canvas, new PlacementRequest(new Framing(bleedSource: $source, colour: '0f5c63')));
            self::assertSame([$edge, '0f5c63'], [$sides->output?->layout?->edgeFill, $sides->output?->layout?->colour]);
            // Face and sides to a tenth of a millimetre: 1.75 in at 300 ppi.
            self::assertSame([525, 525], [$sides->output?->layout?->part->x, $sides->output?->layout?->part->y]);
        }
    }

    public function test_the_way_up_that_keeps_the_box_wins_over_the_one_that_keeps_more(): void
    {
        $product = $this->product('10x20in', 100, 50);
        $tall = new PlacementRequest(keep: [FractionBox::parse('0.4,0,0.2,1')]);
        $placement = $this->plan('6000x4000', $product, $tall);
        self::assertTrue($placement->keepsBox);
        self::assertSame(Orientation::Portrait, $placement->product->orientation());
    }

    public function test_a_framing_zooms_in_and_lowers_the_ppi(): void
    {
        $product = $this->product('10x10in', 100, 50);
        $placement = $this->plan('2000x2000', $product, new PlacementRequest(new Framing(position: new CropPosition(0.25, 0.75, 2))));
        self::assertEquals(new PixelWindow(0, 1000, 1000, 1000), $placement->crop);
        self::assertSame(100.0, $placement->effective->value);
        self::assertEquals(new PixelWindow(1000, 0, 1000, 1000), $this->plan('2000x2000', $product, new PlacementRequest(new Framing(position: new CropPosition(9, -3, 2))))->crop);
    }

    public function test_largest_print_is_what_the_crop_carries_within_the_limit(): void
    {
        $placement = $this->plan('1200x1800', $this->product('20x30in', 300, 240), new PlacementRequest(limit: 4));
        self::assertSame(Verdict::GrowToFloor, $placement->verdict);
        self::assertSame([16.0, 24.0], [$placement->largestPrint->width->inInches(), $placement->largestPrint->height->inInches()]);
    }

    public function test_a_drawing_is_ample_on_anything(): void
    {
        $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(4096, 2048), Kind::FlatGraphic, true), Catalogue::standard()->product('a0'), PlacementRequest::none());
        self::assertSame([Verdict::Ample, 1.0, 300.0], [$placement->verdict, $placement->enlargement, $placement->effective->value]);
    }

    public function test_random_trials_hold_the_rules(): void
    {
        mt_srand(20261124);
        $planner = new PlacementPlanner();
        for ($i = 0; $i < 20_000; ++$i) {
            $picture = new PixelSize(mt_rand(1, 0 === $i % 3 ? 60 : 9000), mt_rand(1, 0 === $i % 5 ? 60 : 9000));
            $bleed = new Bleed(...array_map(static fn (): Length => Length::millimetres(mt_rand(0, 80) / 10), range(1, 4)));
            $target = mt_rand(50, 400);
            $product = new Product('x', 'x', PrintSize::millimetres(mt_rand(200, 12000) / 10, mt_rand(200, 12000) / 10), $bleed, Ppi::of($target), Ppi::of(mt_rand(20, $target)));
            $keep = 0 === $i % 2 ? new FractionBox($x = mt_rand(0, 900) / 1000, $y = mt_rand(0, 900) / 1000, (1 - $x) * mt_rand(1, 100) / 100, (1 - $y) * mt_rand(1, 100) / 100) : null;
            $framing = null === $keep && 0 === $i % 4 ? null : (null === $keep ? new CropPosition(mt_rand(0, 100) / 100, mt_rand(0, 100) / 100, mt_rand(100, 800) / 100) : null);
            $placement = $planner->plan(new Artwork($picture, Kind::cases()[$i % 5]), $product, new PlacementRequest(new Framing(position: $framing), keep: null === $keep ? [] : [$keep]));
            $this->assertRules($placement, $picture, $keep, "trial $i");
        }
    }

    private function assertRules(Placement $placement, PixelSize $picture, ?FractionBox $keep, string $trial): void
    {
        $crop = $placement->crop;
        $area = $placement->product->printArea();
        self::assertTrue($crop->fitsIn($picture), "$trial: the crop leaves the picture");
        if (!$crop->size()->equals($area->pixelsAt($placement->product->target)) && $crop->width > 1 && $crop->height > 1) {
            self::assertLessThanOrEqual(1.0, min(abs($crop->width - $crop->height * $area->ratio()), abs($crop->height - $crop->width / $area->ratio())), "$trial: the proportion is off");
        }
        if (null !== $keep) {
            $box = $keep->inPixelsOf($picture);
            $fits = $box->width <= $crop->width && $box->height <= $crop->height;
            self::assertSame($fits, $placement->keepsBox, "$trial: a keep box that fits is cut");
        }
        if (null !== $placement->output) {
            self::assertLessThanOrEqual($placement->limit + 0.01 * $placement->limit + 1 / min($crop->width, $crop->height), (float) $placement->appliedEnlargement(), "$trial: enlarged past the limit");
            self::assertTrue($placement->output->size->equals($crop->size()) || $placement->output->size->equals($area->pixelsAt($placement->output->ppi)), "$trial: the output is not exact");
        } else {
            self::assertGreaterThan($placement->limit, $placement->product->floor->over($placement->effective), "$trial: refused without need");
        }
    }

    private function plan(string $picture, Product $product, ?PlacementRequest $request = null): Placement
    {
        return (new PlacementPlanner())->plan(new Artwork(PixelSize::parse($picture)), $product, $request ?? PlacementRequest::none());
    }

    private function product(string $trim, float $target, float $floor): Product
    {
        return new Product('x', 'x', PrintSize::parse($trim), Bleed::none(), Ppi::of($target), Ppi::of($floor));
    }
}
