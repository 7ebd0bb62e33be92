<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Product\Alignment;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\FitModeRule;
use Snugfit\Core\Product\ProductFamily;

/** How pictures sit where nobody said anything: the product's way. Common practice throughout. */
final class DefaultFitTest extends TestCase
{
    /** @return iterable<string, array{string, ?PlainGround, FitMode, EdgeFill}> */
    public static function ways(): iterable
    {
        $box = new FractionBox(0, 0, 1, 1);
        [$clear, $navy] = [PlainGround::transparent($box), new PlainGround('1f2a44', $box)];
        yield 'a photo on a shirt' => ['apparel-front', null, FitMode::Whole, EdgeFill::Transparent];
        yield 'a design on a shirt' => ['apparel-front', $clear, FitMode::Whole, EdgeFill::Transparent];
        yield 'a design on a plain ground, as a sticker' => ['sticker', $navy, FitMode::Whole, EdgeFill::Transparent];
        yield 'a photo on a mug' => ['mug', null, FitMode::Fill, EdgeFill::Colour];
        yield 'a transparent design on a mug' => ['mug', $clear, FitMode::Whole, EdgeFill::Colour];
        yield 'a design on a plain ground, on a tumbler' => ['tumbler', $navy, FitMode::Whole, EdgeFill::Colour];
        yield 'a design on a wall' => ['canvas-16x20', $clear, FitMode::Fill, EdgeFill::Colour];
        yield 'a design as a sheet' => ['a4', $navy, FitMode::Fill, EdgeFill::Colour];
        yield 'a design of its own proportions' => ['web', $clear, FitMode::Fill, EdgeFill::Colour];
    }

    #[DataProvider('ways')]
    public function test_a_picture_sits_as_its_product_says(string $product, ?PlainGround $ground, FitMode $mode, EdgeFill $edge): void
    {
        $placement = self::plan(new PixelSize(3000, 2000), $ground, $product);
        self::assertSame([$mode, $edge], [$placement->framing->fitMode, $placement->framing->edgeFill]);
        self::assertSame($ground->colour ?? 'ffffff', $placement->framing->colour, 'what is round a design is like its ground');
        if (FitMode::Whole === $mode) {
            self::assertSame(1.0, $placement->keptShare);
        }
    }

    public function test_on_a_shirt_a_design_starts_at_the_collar_and_is_as_wide_as_fits(): void
    {
        // 15 x 18 in at 300: 4500 x 5400. Of the picture's 4000 x 4000, 3000 x 2000 are design.
        $ground = PlainGround::transparent(new FractionBox(0.125, 0.25, 0.75, 0.5));
        $placement = self::plan(new PixelSize(4000, 4000), $ground, 'apparel-front');
        self::assertEquals(new PixelWindow(500, 1000, 3000, 2000), $placement->crop);
        self::assertEquals(new PixelWindow(0, 0, 4500, 3000), $placement->output?->layout?->part);
        self::assertSame([200.0, 1.5], [$placement->effective->value, $placement->enlargement]);
        // The same as a sticker lies in the middle of the trim, inside the bleed of a sixteenth of an inch.
        $part = self::plan(new PixelSize(4000, 4000), $ground, 'sticker')->output?->layout?->part;
        self::assertEquals(new PixelWindow(19, 19 + 150, 900, 600), $part);
    }

    public function test_margins_stay_where_a_person_wants_them_and_where_the_picture_is_tilted(): void
    {
        $ground = PlainGround::transparent(new FractionBox(0.25, 0.25, 0.5, 0.5));
        $crop = static fn (Framing $framing): PixelWindow => self::plan(new PixelSize(1000, 1000), $ground, 'apparel-pocket', $framing)->crop;
        self::assertEquals(new PixelWindow(250, 250, 500, 500), $crop(new Framing()));
        self::assertEquals(new PixelWindow(0, 0, 1000, 1000), $crop(new Framing(keepsMargins: true)));
        self::assertGreaterThan(700, $crop(new Framing(transform: new ImageTransform(tilt: 10.0)))->width);
    }

    public function test_what_a_person_said_stands(): void
    {
        $ground = new PlainGround('102030', new FractionBox(0.25, 0.1, 0.5, 0.5));
        $place = static fn (Framing $framing): Placement => self::plan(new PixelSize(1000, 2000), $ground, 'apparel-front', $framing);
        self::assertSame(FitMode::Fill, $place(new Framing(fitMode: FitMode::Fill))->framing->fitMode);
        self::assertSame([EdgeFill::Colour, 'aabbcc'], [$place(new Framing(colour: 'aabbcc'))->framing->edgeFill, $place(new Framing(colour: 'aabbcc'))->framing->colour]);
        self::assertSame(EdgeFill::Blurred, $place(new Framing(edgeFill: EdgeFill::Blurred))->framing->edgeFill);
        $low = $place(new Framing(position: new CropPosition(0.5, 1.0, 0.5)));
        // 500 x 1000 of it, half as large as fits: 1350 x 2700 at the foot.
        self::assertEquals(new PixelWindow(1575, 2700, 1350, 2700), $low->output?->layout?->part);
    }

    public function test_the_design_is_found_in_a_turned_and_mirrored_picture(): void
    {
        $box = new FractionBox(0.1, 0.2, 0.3, 0.4);
        $transform = new ImageTransform(QuarterTurn::Right, true);
        $placement = self::plan(new PixelSize(1000, 500), PlainGround::transparent($box), 'sticker', new Framing(transform: $transform));
        self::assertEquals($transform->box($box)->inPixelsOf(new PixelSize(500, 1000)), $placement->crop);
    }

    /** As job.md's case: a design that fills 5 : 6 is cropped by half where its shape is another. */
    public function test_nothing_of_a_design_is_lost_whatever_its_shape(): void
    {
        mt_srand(4);
        $products = array_filter(Catalogue::standard()->products, static fn ($product): bool => FitModeRule::Fill !== $product->fit->mode);
        self::assertCount(8, $products);
        foreach ($products as $product) {
            for ($i = 0; $i < 50; ++$i) {
                $size = new PixelSize(mt_rand(1, 6000), mt_rand(1, 6000));
                [$left, $top] = [mt_rand(0, 90) / 100, mt_rand(0, 90) / 100];
                $box = new FractionBox($left, $top, mt_rand(1, (int) (100 - 100 * $left)) / 100, mt_rand(1, (int) (100 - 100 * $top)) / 100);
                $placement = (new PlacementPlanner())->plan(new Artwork($size, Kind::PixelArt, ground: PlainGround::transparent($box)), $product, PlacementRequest::none());
                $said = "$size on {$product->code}";
                self::assertEquals($box->inPixelsOf($size), $placement->crop, $said);
                $output = $placement->output;
                if (null === $output) {
                    continue;
                }
                $part = $output->layout->part ?? PixelWindow::whole($output->size);
                self::assertTrue($part->fitsIn($output->size), $said);
                // In proportion, to the pixel, and touching two edges of the trim.
                self::assertLessThanOrEqual(1.0, min(abs($part->width - $part->height * $placement->crop->width / $placement->crop->height), abs($part->height - $part->width * $placement->crop->height / $placement->crop->width)), $said);
                self::assertTrue(1 === $part->width || 1 === $part->height || \in_array($part->width, self::trim($placement, true), true) || \in_array($part->height, self::trim($placement, false), true), $said);
                if (Alignment::Top === $product->fit->alignment) {
                    self::assertSame(0, $part->y, $said);
                }
            }
        }
    }

    public function test_products_that_a_picture_sits_on_another_way_are_another_family(): void
    {
        $family = static fn (string $code): ProductFamily => ProductFamily::of(Catalogue::standard()->product($code));
        self::assertSame(['5-6', '5-6-whole'], [$family('10x12')->key, $family('apparel-front')->key]);
        self::assertSame(['5 : 6', '5 : 6, whole'], [$family('10x12')->label, $family('apparel-front')->label]);
        self::assertSame(['1-1', '1-1-whole', '1-1-whole', '1-1-picture'], array_map(static fn (string $code): string => $family($code)->key, ['8x8', 'apparel-pocket', 'sticker', 'cushion']));
    }

    /** @return list<int> the trim's pixels across, or down, as its sides may be rounded */
    private static function trim(Placement $placement, bool $isAcross): array
    {
        $trim = $placement->product->trim->pixelsAt($placement->output->ppi ?? $placement->product->target);
        $side = $isAcross ? $trim->width : $trim->height;

        return range($side - 2, $side + 2);
    }

    private static function plan(PixelSize $size, ?PlainGround $ground, string $product, Framing $framing = new Framing()): Placement
    {
        return (new PlacementPlanner())->plan(new Artwork($size, Kind::FlatGraphic, ground: $ground), Catalogue::standard()->product($product), new PlacementRequest($framing));
    }
}
