<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Product;
use Snugfit\Tests\Facts;

final class PlacementWarningsTest extends TestCase
{
    public function test_what_must_stay_is_told_where_it_is_cut_or_too_near_the_trim(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(10, 10), Bleed::all(Length::inches(0.5)), Ppi::of(100), Ppi::of(50), safeMargin: Length::inches(0.25));
        // 1100 × 1100 px are 11 × 11 in with bleed: 50 px of bleed, then 25 px that are not safe.
        $of = static fn (string $box): array => PlacementWarnings::of(
            (new PlacementPlanner())->plan(new Artwork(new PixelSize(1100, 1100)), $product, new PlacementRequest(keep: [FractionBox::parse($box)])), Facts::of(1100, 1100), [FractionBox::parse($box)],
        );
        self::assertSame([], $of('0.1,0.1,0.5,0.5'));
        self::assertSame(['What must stay comes within 5.1 mm of the trim; 6.4 mm are safe.'], $of('0.06363636,0.2,0.5,0.5'), '70 px from the edge, 20 px or 0.2 in from the trim');
        self::assertSame(['What must stay goes 12.7 mm over the trim.'], $of('0,0.2,0.5,0.5'), 'as far as the bleed is wide');
        $wide = (new PlacementPlanner())->plan(new Artwork(new PixelSize(2200, 1100)), $product, new PlacementRequest(keep: [FractionBox::parse('0,0,1,1')]));
        self::assertSame(['Cuts 50% of what must stay.'], PlacementWarnings::of($wide, Facts::of(2200, 1100), [FractionBox::parse('0,0,1,1')]));
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function lines(): iterable
    {
        yield 'well inside' => ['0.2,0.4,0.6,0.1', []];
        // 1100 px are 11 in; the trim lies 50 px in, and 3 mm are 11.8 px.
        yield 'nearer than 3 mm' => ['0.05454546,0.4,0.5,0.1', ['What looks like lettering comes within 2.5 mm of the trim; 3.0 mm are safe.']];
        yield 'in the bleed' => ['0.02,0.4,0.5,0.1', ['What looks like lettering goes 7.1 mm over the trim.']];
    }

    /** @param list<string> $warnings */
    #[DataProvider('lines')]
    public function test_lettering_near_the_trim_is_told_where_a_product_says_nothing_of_safety(string $line, array $warnings): void
    {
        $product = new Product('x', 'x', PrintSize::inches(10, 10), Bleed::all(Length::inches(0.5)), Ppi::of(100), Ppi::of(50));
        $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(1100, 1100)), $product, PlacementRequest::none());
        self::assertSame($warnings, PlacementWarnings::of($placement, Facts::of(1100, 1100, lettering: [FractionBox::parse($line)]), []));
    }

    public function test_lettering_that_the_crop_cuts_is_counted(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(10, 10), Bleed::none(), Ppi::of(100), Ppi::of(50));
        $facts = Facts::of(2000, 1000, lettering: [FractionBox::parse('0.4,0.4,0.2,0.1'), FractionBox::parse('0.1,0.6,0.5,0.1'), FractionBox::parse('0,0.8,0.1,0.1')]);
        $warnings = PlacementWarnings::of((new PlacementPlanner())->plan(new Artwork(new PixelSize(2000, 1000)), $product, PlacementRequest::none()), $facts, []);
        self::assertSame(['Cuts what looks like lettering: 2 of 3 lines.'], $warnings, 'one is cut through, one is out of sight');
        $turned = new PlacementRequest(new Framing(transform: new ImageTransform(QuarterTurn::Right)));
        self::assertSame($warnings, PlacementWarnings::of((new PlacementPlanner())->plan(new Artwork(new PixelSize(2000, 1000)), $product, $turned), $facts, []), 'and turned just so');
    }

    public function test_transparency_is_told_both_ways(): void
    {
        $of = static fn (bool $wants, bool $has): array => PlacementWarnings::of(
            (new PlacementPlanner())->plan(new Artwork(new PixelSize(1100, 1100)), new Product('x', 'x', PrintSize::inches(10, 10), Bleed::none(), Ppi::of(100), Ppi::of(50), wantsTransparency: $wants), PlacementRequest::none()),
            Facts::of(1100, 1100, transparent: $has), [],
        );
        self::assertSame([[], []], [$of(false, false), $of(true, true)]);
        self::assertSame(['Has transparent parts; here they are laid on white.'], $of(false, true));
        self::assertSame(['Has no transparent parts: its background is printed as a box.'], $of(true, false));
    }
}
