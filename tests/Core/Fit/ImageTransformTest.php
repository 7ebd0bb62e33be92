<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

/** Turned, mirrored, tilted, shown whole, and a bleed that is not the picture's: worked by hand. */
final class ImageTransformTest extends TestCase
{
    public function test_a_quarter_turn_changes_which_way_a_picture_lies(): void
    {
        $placement = $this->plan('6000x4000', '20x30in', new PlacementRequest(new Framing(transform: new ImageTransform(QuarterTurn::Right))));
        self::assertSame(['portrait', 1.0, 200.0], [$placement->product->orientation()->value, $placement->keptShare, $placement->effective->value]);
        self::assertEquals(new PixelWindow(0, 0, 4000, 6000), $placement->crop);
    }

    /** @return iterable<string, array{ImageTransform, string}> a box at the left upper corner, and where it goes */
    public static function corners(): iterable
    {
        yield 'upright' => [new ImageTransform(), '0,0,0.2,0.1'];
        yield 'mirrored' => [new ImageTransform(flip: true), '0.8,0,0.2,0.1'];
        yield 'a quarter turn clockwise takes it to the right upper corner' => [new ImageTransform(QuarterTurn::Right), '0.9,0,0.1,0.2'];
        yield 'half a turn takes it to the right lower corner' => [new ImageTransform(QuarterTurn::Half), '0.8,0.9,0.2,0.1'];
        yield 'a quarter turn the other way takes it to the left lower corner' => [new ImageTransform(QuarterTurn::Left), '0,0.8,0.1,0.2'];
        yield 'mirrored first, then turned' => [new ImageTransform(QuarterTurn::Right, true), '0.9,0.8,0.1,0.2'];
    }

    #[DataProvider('corners')]
    public function test_a_keep_box_goes_with_the_picture(ImageTransform $transform, string $goes): void
    {
        $box = $transform->box(FractionBox::parse('0,0,0.2,0.1'));
        self::assertEqualsWithDelta(FractionBox::parse($goes)->toList(), $box->toList(), 1e-9);
    }

    /** @return iterable<string, array{string, string, float, array{int, int}}> picture, print, tilt, largest window */
    public static function tilts(): iterable
    {
        // A square in a square: side ÷ (cos + sin). At 45° that is 1000 ÷ 1.41421 = 707.1.
        yield 'a square at 45°' => ['1000x1000', '10x10in', 45, [707, 707]];
        // 3000 ÷ (1.5·sin 5° + cos 5°) = 3000 ÷ 1.126928 = 2662.1 high, 3993.2 wide; across it would be 4500 ÷ 1.581448 = 2845.5.
        yield 'three to two at 5°' => ['4500x3000', '12x8in', 5, [3993, 2662]];
        yield 'the other way it is the same' => ['4500x3000', '12x8in', -5, [3993, 2662]];
        // 3000 ÷ (sin 2° + cos 2°) = 3000 ÷ 1.034290 = 2900.5.
        yield 'a square in a wide picture at 2°' => ['4500x3000', '10x10in', 2, [2900, 2900]];
    }

    /** @param array{int, int} $largest */
    #[DataProvider('tilts')]
    public function test_straightening_shrinks_the_window_to_the_largest_inside(string $picture, string $print, float $tilt, array $largest): void
    {
        $crop = $this->plan($picture, $print, new PlacementRequest(new Framing(OrientationRule::Landscape, transform: new ImageTransform(tilt: $tilt))))->crop;
        self::assertEqualsWithDelta($largest, [$crop->width, $crop->height], 2);
        self::assertEqualsWithDelta([PixelSize::parse($picture)->width / 2, PixelSize::parse($picture)->height / 2], [$crop->centreX(), $crop->centreY()], 1);
    }

    public function test_a_whole_picture_is_as_large_as_the_trim_lets_it(): void
    {
        // 3000 × 2000 on 10 × 10 in: 10 in wide, 6.667 high, 300 ppi; 500 px of border above and below.
        $placement = $this->plan('3000x2000', '10x10in', new PlacementRequest(new Framing(fitMode: FitMode::Whole)));
        self::assertSame([1.0, 300.0, Verdict::Ample], [$placement->keptShare, $placement->effective->value, $placement->verdict]);
        self::assertEquals(new PixelSize(3000, 3000), $placement->output?->size);
        self::assertEquals(new PixelWindow(0, 500, 3000, 2000), $placement->output?->layout?->part);
        // Half as large it is 600 ppi; pushed to the left lower corner of the free room.
        $small = $this->plan('3000x2000', '10x10in', new PlacementRequest(new Framing(position: new CropPosition(0, 1, 0.5), fitMode: FitMode::Whole, edgeFill: EdgeFill::Blurred)));
        self::assertEquals([600.0, new PixelWindow(0, 2000, 1500, 1000), EdgeFill::Blurred], [$small->effective->value, $small->output?->layout?->part, $small->output?->layout?->edgeFill]);
    }

    public function test_a_whole_picture_goes_the_way_up_that_shows_it_larger(): void
    {
        self::assertSame('landscape', $this->plan('3000x2000', '8x12in', new PlacementRequest(new Framing(fitMode: FitMode::Whole)))->product->orientation()->value);
        self::assertSame('portrait', $this->plan('2000x3000', '8x12in', new PlacementRequest(new Framing(fitMode: FitMode::Whole)))->product->orientation()->value);
    }

    public function test_a_whole_picture_stays_off_the_bleed(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(10, 10), Bleed::all(Length::inches(1)), Ppi::of(100), Ppi::of(50));
        $output = (new PlacementPlanner())->plan(new Artwork(new PixelSize(2000, 1000)), $product, new PlacementRequest(new Framing(fitMode: FitMode::Whole)))->output;
        self::assertEquals([new PixelSize(1200, 1200), new PixelWindow(100, 350, 1000, 500)], [$output?->size, $output?->layout?->part]);
    }

    public function test_a_bleed_made_otherwise_leaves_all_of_the_crop_inside_the_trim(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(8, 10), new Bleed(Length::inches(0.1), Length::inches(0.2), Length::inches(0.3), Length::inches(0.4)), Ppi::of(300), Ppi::of(240));
        foreach ([BleedSource::Mirrored, BleedSource::Continued] as $bleedSource) {
            $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(2400, 3000)), $product, new PlacementRequest(new Framing(OrientationRule::Portrait, bleedSource: $bleedSource)));
            self::assertEquals([new PixelWindow(0, 0, 2400, 3000), 300.0, Verdict::Ample], [$placement->crop, $placement->effective->value, $placement->verdict]);
            self::assertEquals([new PixelSize(2580, 3120), new PixelWindow(120, 30, 2400, 3000), $bleedSource->edge()], [$placement->output?->size, $placement->output?->layout?->part, $placement->output?->layout?->edgeFill]);
        }
        self::assertSame(0.93, round((new PlacementPlanner())->plan(new Artwork(new PixelSize(2400, 3000)), $product, new PlacementRequest(new Framing(OrientationRule::Portrait)))->effective->value / 300, 2), 'from the picture, the bleed costs pixels');
    }

    public function test_several_keep_boxes_are_all_held_where_they_fit(): void
    {
        $keep = [FractionBox::parse('0.5,0.1,0.05,0.2'), FractionBox::parse('0.75,0.5,0.1,0.3')];
        $placement = $this->plan('3000x1000', '10x10in', new PlacementRequest(keep: $keep));
        // From 1500 to 2550 px is more than 1000: the second box is larger, so all of it is kept, and as near as it can be.
        self::assertFalse($placement->keepsBox);
        self::assertSame(1550, $placement->crop->x);
        self::assertEqualsWithDelta((300 * 300 + 100 * 200) / (300 * 300 + 150 * 200), $placement->keptOfBoxes, 1e-9);
        $both = $this->plan('3000x1000', '15x10in', new PlacementRequest(new Framing(OrientationRule::Landscape), keep: $keep));
        self::assertTrue($both->keepsBox);
        self::assertSame(1275, $both->crop->x, 'the middle of both, 2025, less half of 1500');
    }

    public function test_a_point_of_interest_draws_the_crop_without_being_a_promise(): void
    {
        $placement = $this->plan('3000x1000', '10x10in', new PlacementRequest(focus: FractionBox::parse('0.8,0.5,0.02,0.02')));
        self::assertSame([1930, true, 1.0], [$placement->crop->x, $placement->keepsBox, $placement->keptOfBoxes]);
        $drawn = $this->plan('3000x1000', '10x10in', new PlacementRequest(keep: [FractionBox::parse('0,0,0.1,1')], focus: FractionBox::parse('0.8,0.5,0.02,0.02')));
        self::assertSame(0, $drawn->crop->x);
    }

    public function test_random_poses_hold_the_rules(): void
    {
        mt_srand(3);
        $planner = new PlacementPlanner();
        for ($i = 0; $i < 12_000; ++$i) {
            $picture = new PixelSize(mt_rand(40, 6000), mt_rand(40, 6000));
            $target = mt_rand(50, 400);
            $bleed = Bleed::all(Length::millimetres(mt_rand(0, 40) / 10));
            $product = new Product('x', 'x', PrintSize::millimetres(mt_rand(300, 6000) / 10, mt_rand(300, 6000) / 10), $bleed, Ppi::of($target), Ppi::of(mt_rand(20, $target)));
            $transform = new ImageTransform(QuarterTurn::cases()[$i % 4], 0 === $i % 3, 0 === $i % 2 ? 0.0 : mt_rand(-4500, 4500) / 100);
            $keep = 0 === $i % 5 ? [new FractionBox(mt_rand(0, 800) / 1000, mt_rand(0, 800) / 1000, 0.01 + mt_rand(0, 150) / 1000, 0.01 + mt_rand(0, 150) / 1000)] : [];
            $framing = [] === $keep && 0 !== $i % 7 ? new CropPosition(mt_rand(0, 100) / 100, mt_rand(0, 100) / 100, mt_rand(25, 600) / 100) : null;
            $request = new PlacementRequest(new Framing(position: $framing, transform: $transform, fitMode: FitMode::cases()[intdiv($i, 2) % 2], edgeFill: EdgeFill::cases()[$i % 4], bleedSource: BleedSource::cases()[$i % 3]), keep: $keep);
            $this->assertRules($planner->plan(new Artwork($picture), $product, $request), $transform->size($picture), $request, "trial $i");
        }
    }

    private function assertRules(Placement $placement, PixelSize $picture, PlacementRequest $request, string $trial): void
    {
        $crop = $placement->crop;
        [$cos, $sin] = [cos(deg2rad($request->framing->transform->tilt)), abs(sin(deg2rad($request->framing->transform->tilt)))];
        $across = ($crop->width * $cos + $crop->height * $sin) / 2;
        $down = ($crop->width * $sin + $crop->height * $cos) / 2;
        // Whole pixels can put a tilted window half a pixel over the edge, never more.
        $slack = 0.0 === $request->framing->transform->tilt ? 0.0 : 0.5 + 1e-6;
        self::assertTrue($crop->centreX() - $across >= -$slack && $crop->centreX() + $across <= $picture->width + $slack && $crop->centreY() - $down >= -$slack && $crop->centreY() + $down <= $picture->height + $slack, "$trial: the window leaves the picture");
        $product = $placement->product;
        $covered = BleedSource::Picture === $request->framing->bleedSource ? $product->printArea() : $product->trim;
        $ratio = FitMode::Whole === $request->framing->fitMode ? $picture->width / $picture->height : $covered->ratio();
        if ($crop->width > 3 && $crop->height > 3 && !$crop->size()->equals($placement->output?->pictureSize() ?? new PixelSize(1, 1))) {
            self::assertLessThanOrEqual(2.0, min(abs($crop->width - $crop->height * $ratio), abs($crop->height - $crop->width / $ratio)), "$trial: the proportion is off");
        }
        if (null !== $placement->output) {
            self::assertTrue($placement->output->size->equals($crop->size()) || $placement->output->size->equals($product->printArea()->pixelsAt($placement->output->ppi)), "$trial: the print is not exact");
            self::assertTrue(null === $placement->output->layout || $placement->output->layout->fitsOn($placement->output->size), "$trial: the picture leaves the print");
        }
        if ([] !== $request->keep && 0.0 === $request->framing->transform->tilt) {
            $box = $request->framing->transform->box($request->keep[0])->inPixelsOf($picture);
            self::assertSame($box->width <= $crop->width && $box->height <= $crop->height, $placement->keepsBox, "$trial: a keep box that fits is cut");
        }
    }

    private function plan(string $picture, string $print, PlacementRequest $request): Placement
    {
        return (new PlacementPlanner())->plan(new Artwork(PixelSize::parse($picture)), new Product('x', 'x', PrintSize::parse($print), Bleed::none(), Ppi::of(300), Ppi::of(240)), $request);
    }
}
