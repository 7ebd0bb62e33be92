<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\TileGrid;

final class TileGridTest extends TestCase
{
    public function test_tiles_cover_every_pixel_once_and_a_part_is_touched_by_just_those_that_share_pixels_with_it(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 300; ++$i) {
            $picture = new PixelSize(mt_rand(1, 900), mt_rand(1, 900));
            $tiles = new TileGrid($picture, mt_rand(40, 300));
            $all = array_map($tiles->window(...), range(0, $tiles->count() - 1));
            self::assertSame($picture->pixels(), array_sum(array_map(static fn (PixelWindow $tile): int => $tile->size()->pixels(), $all)));
            [$x, $y] = [mt_rand(0, $picture->width - 1), mt_rand(0, $picture->height - 1)];
            $part = new PixelWindow($x, $y, mt_rand(1, $picture->width - $x), mt_rand(1, $picture->height - $y));
            $touching = array_keys(array_filter($all, static fn (PixelWindow $tile): bool => $tile->shared($part) > 0));
            self::assertSame($touching, $tiles->touching($part));
            self::assertSame($part->size()->pixels(), array_sum(array_map(static fn (int $tile): int => $all[$tile]->shared($part), $touching)), 'nothing of the part is in no tile');
            $round = $tiles->round($part);
            self::assertSame([true, $touching], [$round->contains($part), $tiles->touching($round)]);
            self::assertSame($round->size()->pixels(), array_sum(array_map(static fn (int $tile): int => $all[$tile]->size()->pixels(), $touching)), 'and it is just these tiles');
        }
    }
}
