<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** What was painted on a picture is meant for places of its master. */
final class PaintedMaskTest extends TestCase
{
    public function test_places_and_sizes_stay_on_the_master_whatever_margins_are_cut(): void
    {
        // A master of 2000 × 1000 px; the picture was its right half, and is the middle now: 1000 × 500 px from (500, 250).
        $mask = new PaintedMask([new BrushStroke([[0.5, 0.5], [0, 1]], 0.05, true)], new FractionBox(0.5, 0, 0.5, 1));
        $moved = $mask->movedTo(new FractionBox(0.25, 0.25, 0.5, 0.5), new PixelSize(1000, 500));
        // (1500, 500) is (1, 0.5) now, (1000, 1000) is (0.5, 1.5); 50 px stay 50 px.
        self::assertEquals([new BrushStroke([[1.0, 0.5], [0.5, 1.5]], 0.05, true)], $moved->strokes);
        self::assertNull($moved->part);
        $whole = $mask->movedTo(FractionBox::whole(), new PixelSize(2000, 1000));
        self::assertEquals([new BrushStroke([[0.75, 0.5], [0.5, 1.0]], 0.025, true)], $whole->strokes);
    }

    public function test_what_is_far_outside_now_is_outside_and_what_was_painted_before_parts_were_written_down_stays(): void
    {
        $mask = new PaintedMask([new BrushStroke([[0.0, 0.5]], 0.4)], FractionBox::whole());
        $corner = new FractionBox(0.9, 0.9, 0.1, 0.1);
        self::assertEquals([new BrushStroke([[-0.5, -0.5]], 0.5)], $mask->movedTo($corner, new PixelSize(100, 100))->strokes);
        $earlier = PaintedMask::fromSettings($mask->toList());
        self::assertEquals($mask->strokes, $earlier->movedTo($corner, new PixelSize(100, 100))->strokes);
        self::assertEquals($mask, PaintedMask::fromSettings(json_decode((string) json_encode($mask->toSettings()), true)));
    }
}
