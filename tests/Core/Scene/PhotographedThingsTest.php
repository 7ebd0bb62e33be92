<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Scene;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PhotographedCloth;
use Snugfit\Core\Scene\PhotographedCup;
use Snugfit\Core\Scene\PhotographedSheet;

/** Cups and cloth in a person's photo; expected places are worked out by hand. */
final class PhotographedThingsTest extends TestCase
{
    /** Upright, 400 px wide and 470 high; its outline is where x is the radius and z nothing. */
    private const UPRIGHT = [[300.0, 200.0], [700.0, 200.0], [700.0, 670.0], [300.0, 670.0]];

    public function test_a_cup_s_outline_is_where_it_was_marked_and_its_front_lower_the_farther_from_above_it_is_seen(): void
    {
        foreach ([0.0, 20.0, -10.0] as $above) {
            $cup = PhotographedCup::of(self::UPRIGHT, Length::millimetres(80), null, $above);
            // 5 px a millimetre; what is seen of the height is its cosine.
            self::assertEqualsWithDelta(94 / cos(deg2rad($above)), $cup->height->inMillimetres(), 0.01);
            $half = $cup->height->inMillimetres() / 2;
            foreach ([[-40, -$half], [40, -$half], [40, $half], [-40, $half]] as $i => [$x, $y]) {
                self::assertEqualsWithDelta(self::UPRIGHT[$i], $cup->projection->point($x, $y), 0.01);
            }
            // The middle of the front, 40 mm nearer: moved down by its sine, and larger as it is nearer by a 24th.
            $surface = $cup->surface(0.0);
            [$x, $y] = $surface->point(0.0, 0.0);
            self::assertEqualsWithDelta([500.0, 435.0 + 200 * sin(deg2rad($above)) / (1 - 1 / 24)], [$x, $y], 0.01);
            // A quarter of the way round is the outline.
            self::assertEqualsWithDelta([700.0, 435.0], $surface->point(40 * \M_PI / 2, 0.0), 0.01);
            self::assertEqualsWithDelta([700.0, 435.0], $cup->surface(90.0)->point(0.0, 0.0), 0.01);
        }
    }

    public function test_what_is_no_cup_is_refused_with_a_sentence(): void
    {
        $said = [];
        foreach ([[self::UPRIGHT, 0.0, 0.0], [array_reverse(self::UPRIGHT), 80.0, 0.0], [self::UPRIGHT, 80.0, 75.0]] as [$corners, $wide, $above]) {
            try {
                PhotographedCup::of([$corners[0], $corners[1], $corners[2], $corners[3]], Length::millimetres($wide), null, $above);
            } catch (ImpossibleScene $e) {
                $said[] = $e->sentence();
            }
        }
        self::assertCount(3, $said);
        self::assertStringContainsString('diameter', $said[0]);
        self::assertStringContainsString('clockwise', $said[1]);
        self::assertStringContainsString('60 degrees', $said[2]);
    }

    public function test_cloth_is_counted_from_where_prints_are_held(): void
    {
        $corners = [[610.0, 300.0], [1010.0, 320.0], [1000.0, 810.0], [600.0, 790.0]];
        $photo = new PixelSize(1600, 1200);
        $sheet = PhotographedSheet::of($corners, $photo, Length::millimetres(300), Length::millimetres(360));
        foreach ([[false, -180.0], [true, 0.0]] as [$hangs, $top]) {
            $cloth = PhotographedCloth::of($sheet, $hangs);
            foreach ([[-150, $top], [150, $top], [150, $top + 360], [-150, $top + 360]] as $i => $at) {
                self::assertEqualsWithDelta($at, $cloth->plane->point(...$corners[$i]), 0.05);
            }
            $surface = $cloth->surface($sheet, $photo, $hangs);
            self::assertEquals($sheet->size, $surface->area());
            self::assertSame($hangs, $surface->hangs);
            self::assertTrue($surface->from[1] < $top && $surface->to[1] > $top + 360, 'all of the sheet is told');
            self::assertEquals($cloth, PhotographedCloth::fromRecord(JsonReader::of($cloth->toArray(), 'cloth')));
        }
    }
}
