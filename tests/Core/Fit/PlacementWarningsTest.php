<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\Fit\Planner;
use Snugfit\Core\Fit\Wishes;
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
            (new Planner())->plan(new Artwork(new PixelSize(1100, 1100)), $product, new Wishes(keep: [FractionBox::parse($box)])), Facts::of(1100, 1100), [FractionBox::parse($box)],
        );
        self::assertSame([], $of('0.1,0.1,0.5,0.5'));
        self::assertSame(['What must stay comes within 5.1 mm of the trim; 6.4 mm are safe.'], $of('0.06363636,0.2,0.5,0.5'), '70 px from the edge, 20 px or 0.2 in from the trim');
        self::assertStringContainsString('within -', $of('0,0.2,0.5,0.5')[0], 'in the bleed, beyond the trim');
        $wide = (new Planner())->plan(new Artwork(new PixelSize(2200, 1100)), $product, new Wishes(keep: [FractionBox::parse('0,0,1,1')]));
        self::assertSame(['Cuts 50% of what must stay.'], PlacementWarnings::of($wide, Facts::of(2200, 1100), [FractionBox::parse('0,0,1,1')]));
    }

    public function test_transparency_is_told_both_ways(): void
    {
        $of = static fn (bool $wants, bool $has): array => PlacementWarnings::of(
            (new Planner())->plan(new Artwork(new PixelSize(1100, 1100)), new Product('x', 'x', PrintSize::inches(10, 10), Bleed::none(), Ppi::of(100), Ppi::of(50), wantsTransparency: $wants), Wishes::none()),
            Facts::of(1100, 1100, transparent: $has), [],
        );
        self::assertSame([[], []], [$of(false, false), $of(true, true)]);
        self::assertSame(['Has transparent parts; here they are laid on white.'], $of(false, true));
        self::assertSame(['Has no transparent parts: its background is printed as a box.'], $of(true, false));
    }
}
