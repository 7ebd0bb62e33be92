<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Reading\DetailRegion;
use Snugfit\Pixels\Reading\DetailRegions;
use Snugfit\Pixels\Vips\Image;

/** Spots are where a way of enlarging shows what it is worth. */
final class DetailRegionsTest extends PixelTestCase
{
    public function test_detail_edge_and_tone_are_found_where_they_were_put(): void
    {
        // Fine stripes at the left, one hard edge in the middle, a soft ramp at the right.
        $picture = $this->drawn(static fn (int $x, int $y): int => match (true) {
            $x < 200 => 0 === ($x + $y) % 4 ? 90 : 130,
            $x < 400 => $x < 300 ? 20 : 240,
            default => 100 + intdiv($x - 400, 4),
        });
        $regions = [];
        foreach ((new DetailRegions())->of($picture) as $region) {
            $regions[$region->what] = $region;
        }
        self::assertSame(['finest detail', 'strongest edge', 'smoothest tone'], array_keys($regions));
        self::assertLessThan(200 / 600, $regions['finest detail']->x);
        self::assertEqualsWithDelta(300 / 600, $regions['strongest edge']->x, 0.01);
        self::assertGreaterThan(400 / 600, $regions['smoothest tone']->x);
    }

    public function test_bare_paper_tells_nothing_about_tone(): void
    {
        $paper = $this->drawn(static fn (int $x, int $y): int => $x > 250 && $x < 290 && $y > 180 && $y < 220 ? 10 : 250);
        self::assertNotContains('smoothest tone', array_map(static fn (DetailRegion $region): string => $region->what, array_filter((new DetailRegions())->of($paper), static fn (DetailRegion $region): bool => $region->x < 0.3 || $region->x > 0.6)));
    }

    public function test_no_two_spots_are_the_same_place_and_all_lie_in_the_picture(): void
    {
        foreach ([[64, 48], [900, 60], [50, 700]] as [$width, $height]) {
            $regions = (new DetailRegions())->of($this->picture(new PixelSize($width, $height)));
            $places = array_map(static fn (DetailRegion $region): string => \sprintf('%.2f %.2f', $region->x, $region->y), $regions);
            self::assertSame($places, array_unique($places));
            foreach ($regions as $region) {
                self::assertTrue($region->x >= 0 && $region->x <= 1 && $region->y >= 0 && $region->y <= 1);
            }
        }
    }

    /** @param \Closure(int, int): int $level */
    private function drawn(\Closure $level): Image
    {
        $bytes = '';
        for ($y = 0; $y < 400; ++$y) {
            for ($x = 0; $x < 600; ++$x) {
                $bytes .= str_repeat(\chr($level($x, $y)), 3);
            }
        }

        return Image::ofBytes($bytes, new PixelSize(600, 400), 3)->copyToMemory();
    }
}
