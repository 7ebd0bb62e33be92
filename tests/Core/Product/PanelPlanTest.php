<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Product;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\ImpossiblePanels;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelLayout;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Pieces;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;

/** Expected values are worked out by hand. */
final class PanelPlanTest extends TestCase
{
    public function test_a_gap_swallows_picture_or_the_picture_goes_on_beyond_it(): void
    {
        [$layout, $wall, $gap] = [PanelLayout::named('three'), PrintSize::millimetres(640, 300), Length::millimetres(20)];
        $swallowed = PanelPlan::of($layout, $wall, $gap, true);
        self::assertSame([[0.0, 0.0, 200.0], [220.0, 220.0, 200.0], [440.0, 440.0, 200.0]], self::across($swallowed));
        self::assertSame(640.0, $swallowed->picture->width->inMillimetres());
        $whole = PanelPlan::of($layout, $wall, $gap, false);
        self::assertSame([[0.0, 0.0, 200.0], [220.0, 200.0, 200.0], [440.0, 400.0, 200.0]], self::across($whole));
        self::assertSame(600.0, $whole->picture->width->inMillimetres());
        self::assertEquals($wall, PanelLayout::grid(3, 1)->wallFor(PrintSize::millimetres(200, 300), $gap));
        self::assertEquals(PrintSize::millimetres(640, 940), PanelLayout::named('3 × 3')->wallFor(PrintSize::millimetres(200, 300), $gap));
    }

    public function test_layouts_that_ship_fill_their_wall(): void
    {
        foreach (PanelLayout::shipped() as $name => $layout) {
            $plan = PanelPlan::of($layout, PrintSize::millimetres(1000, 600), Length::millimetres(30), true);
            $right = array_map(static fn (Panel $one): float => $one->left->plus($one->size->width)->inMillimetres(), $plan->panels);
            $bottom = array_map(static fn (Panel $one): float => $one->top->plus($one->size->height)->inMillimetres(), $plan->panels);
            self::assertEqualsWithDelta([1000, 600], [max($right), max($bottom)], 0.001, $name);
        }
        // Four gaps of 30 leave 880, a fifth each; the first is 60 % of 600 high, and 120 below the top.
        $stepped = PanelPlan::of(PanelLayout::named('five-stepped'), PrintSize::millimetres(1000, 600), Length::millimetres(30), true)->panels[0];
        self::assertEqualsWithDelta([176.0, 360.0, 120.0], [$stepped->size->width->inMillimetres(), $stepped->size->height->inMillimetres(), $stepped->top->inMillimetres()], 0.001);
        // Of 970, a third is the column of two; 570 of its height are halved.
        $small = PanelPlan::of(PanelLayout::named('one-and-two'), PrintSize::millimetres(1000, 600), Length::millimetres(30), true)->panels[2];
        self::assertEqualsWithDelta([970 / 3, 285.0, 315.0], [$small->size->width->inMillimetres(), $small->size->height->inMillimetres(), $small->top->inMillimetres()], 0.001);
    }

    public function test_pieces_without_a_gap_end_at_the_pixel_where_the_next_begins(): void
    {
        foreach ([[1001, 7], [333.3, 3], [1999.9, 12], [254.127, 2]] as [$width, $count]) {
            $plan = PanelPlan::of(PanelLayout::grid($count, 2), PrintSize::millimetres($width, 401.3), Length::millimetres(12.3), false);
            $ppi = Ppi::of(300);
            $windows = array_map(static fn (Panel $one): PixelWindow => $plan->window($one, $ppi, Bleed::none()), $plan->panels);
            $x = 0;
            foreach (array_chunk($windows, 2) as [$above, $below]) {
                self::assertSame([$x, 0, $x, $above->height], [$above->x, $above->y, $below->x, $below->y]);
                $x += $above->width;
            }
            self::assertEquals($plan->picture->pixelsAt($ppi), new PixelSize($x, $windows[0]->height + $windows[1]->height));
        }
    }

    public function test_each_piece_has_a_bleed_of_its_own(): void
    {
        $plan = PanelPlan::of(PanelLayout::grid(2, 1), PrintSize::inches(21, 10), Length::inches(1), true);
        $bleed = Bleed::all(Length::inches(0.5));
        // Of the whole with its bleed, 22 × 11 in at 100 ppi: pieces of 10 in with half an inch on each side, the second 11 in along.
        self::assertEquals(new PixelWindow(0, 0, 1100, 1100), $plan->window($plan->panels[0], Ppi::of(100), $bleed));
        self::assertEquals(new PixelWindow(1100, 0, 1100, 1100), $plan->window($plan->panels[1], Ppi::of(100), $bleed));
    }

    public function test_what_must_stay_whole_is_moved_off_the_gaps_where_that_can_be(): void
    {
        $plan = PanelPlan::of(PanelLayout::grid(2, 1), PrintSize::millimetres(210, 100), Length::millimetres(10), true);
        [$picture, $crop, $none] = [new PixelSize(3000, 1000), new PixelWindow(450, 0, 2100, 1000), Bleed::none()];
        // The gap hides pixels 1,450 to 1,550 of the picture.
        $face = new PixelWindow(1350, 200, 140, 100);
        self::assertSame(0, $plan->whole([$face], $crop, $none));
        $moved = $plan->keeping([$face], $crop, $picture, $none);
        self::assertEquals(new PixelWindow(490, 0, 2100, 1000), $moved, 'to the right by what it was cut by');
        self::assertSame(1, $plan->whole([$face], $moved, $none));
        $free = new PixelWindow(700, 200, 300, 100);
        self::assertEquals($crop, $plan->keeping([$free], $crop, $picture, $none));
        // Wider than a piece: it stays where it was.
        self::assertEquals($crop, $plan->keeping([new PixelWindow(900, 0, 1200, 100)], $crop, $picture, $none));
        // There is no room to move.
        $left = new PixelWindow(0, 0, 2100, 1000);
        self::assertEquals($left, $plan->keeping([new PixelWindow(900, 200, 140, 100)], $left, new PixelSize(2110, 1000), $none));
    }

    public function test_own_pieces_hang_where_they_are_put(): void
    {
        $piece = static fn (float $left, float $top, float $width, float $height): array => [Length::millimetres($left), Length::millimetres($top), PrintSize::millimetres($width, $height)];
        $plan = PanelPlan::ofPieces([$piece(0, 50, 200, 200), $piece(210, 0, 100, 300)]);
        self::assertEquals(PrintSize::millimetres(310, 300), $plan->picture);
        foreach (['overlap' => [$piece(0, 0, 200, 200), $piece(199, 199, 50, 50)], 'none' => []] as $word => $pieces) {
            try {
                PanelPlan::ofPieces($pieces);
                self::fail($word);
            } catch (ImpossiblePanels $e) {
                self::assertStringContainsString($word, $e->getMessage());
            }
        }
    }

    public function test_what_cannot_hang_is_refused(): void
    {
        $sentences = [];
        foreach ([
            static fn () => PanelLayout::named('0x3'),
            static fn () => PanelLayout::named('13x1'),
            static fn () => PanelLayout::named('sofa'),
            static fn () => PanelPlan::of(PanelLayout::named('one-and-two'), PrintSize::millimetres(900, 600), Length::millimetres(20), false),
            static fn () => PanelPlan::of(PanelLayout::grid(12, 1), PrintSize::millimetres(300, 600), Length::millimetres(25), true),
            static fn () => PanelLayout::named('five-stepped')->wallFor(PrintSize::millimetres(20, 30), Length::zero()),
        ] as $wrong) {
            try {
                $wrong();
            } catch (ImpossiblePanels $e) {
                $sentences[] = $e->sentence();
            }
        }
        self::assertCount(6, $sentences, implode(' ', $sentences));
        self::assertCount(5, array_unique($sentences), 'both wrong numbers have one');
    }

    /** @return list<array{float, float, float}> on the wall, in the picture, width in millimetres */
    private static function across(PanelPlan $plan): array
    {
        return array_map(static fn (Panel $one): array => [
            $one->left->inMillimetres(), $one->pictureLeft->inMillimetres(), $one->size->width->inMillimetres(),
        ], $plan->panels);
    }

    public function test_own_pieces_are_written_in_any_unit_and_made_as_large_as_the_product(): void
    {
        // A broad one above two narrow ones that hang lower on the right; the left upper corner is where they begin.
        $product = self::hanging('10,5,120,40; 10,50,55,30 ;75,52.5,55,27.5;', PrintSize::millimetres(1200, 750));
        $plan = PanelPlan::ofProduct($product);
        self::assertNotNull($plan);
        $told = array_map(static fn (Panel $one): array => [$one->number, $one->left->inMillimetres(), $one->top->inMillimetres(), $one->size->width->inMillimetres(), $one->size->height->inMillimetres()], $plan->panels);
        self::assertEqualsWithDelta([[1, 0, 0, 1200, 400], [2, 0, 450, 550, 300], [3, 650, 475, 550, 275]], $told, 0.001);
        self::assertEqualsWithDelta([1200, 750], [$plan->picture->width->inMillimetres(), $plan->wall->height->inMillimetres()], 0.001);
        $again = (new ProductJson())->read(JsonReader::of((new ProductJson())->write($product), 'a product'));
        self::assertEquals($product, $again);
        self::assertSame(3, $product->pieces?->layout->count());
    }

    public function test_own_pieces_that_touch_share_their_side_to_the_tick(): void
    {
        $plan = PanelPlan::ofProduct(self::hanging('0,0,1,1; 1,0,1,1; 2,0,1,1', PrintSize::millimetres(1000, 333.333)));
        self::assertNotNull($plan);
        foreach ([0, 1] as $one) {
            [$before, $after] = [$plan->panels[$one], $plan->panels[$one + 1]];
            self::assertEquals($after->left, $before->left->plus($before->size->width));
        }
    }

    /** @param non-empty-string $why */
    #[DataProvider('impossible')]
    public function test_pieces_that_cannot_be_are_told(string $written, int $gap, string $why): void
    {
        $this->expectException(ImpossibleProduct::class);
        $this->expectExceptionMessageMatches($why);
        self::hanging($written, PrintSize::millimetres(600, 300), $gap);
    }

    /** @return iterable<string, array{string, int, non-empty-string}> */
    public static function impossible(): iterable
    {
        yield 'another proportion' => ['0,0,10,10; 10,0,5,10', 0, '/15 × 10, which is another proportion/'];
        yield 'overlapping' => ['0,0,12,10; 10,0,10,10', 0, '/Pieces 1 and 2 overlap/'];
        yield 'three figures' => ['0,0,10,10; 10,0,10', 0, '/Piece 2 is written as left,top,width,height/'];
        yield 'no figures' => ['0,0,wide,10', 0, '/Piece 1 is written/'];
        yield 'without width' => ['0,0,20,10; 3,3,0,2', 0, '/Piece 2 is written/'];
        yield 'slips' => ['0,0,20,9.8; 0,9.8,20,0.2', 0, '/under 10 mm/'];
        yield 'a gap wider than the wall' => ['3x1', 400, '/under 10 mm/'];
    }

    private static function hanging(string $pieces, PrintSize $trim, int $gap = 0): Product
    {
        try {
            $pieces = new Pieces($pieces, Length::millimetres($gap));
        } catch (ImpossiblePanels $e) {
            throw ImpossibleProduct::pieces($e->getMessage());
        }

        return new Product('wall', 'Wall', $trim, Bleed::none(), Ppi::of(150), Ppi::of(100), Pieces::wayUp($trim), pieces: $pieces);
    }
}
