<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Finds where a way of enlarging shows what it is worth: the finest detail, the strongest edge, the smoothest tone. */
final readonly class DetailRegions
{
    private const SIDE = 800;

    /** Spots are looked for on a grid of so many tiles on the long side. */
    private const TILES = 14;

    /** Levels between the darkest and the lightest of a tile: less is bare paper, and says nothing about tone. */
    private const SOME_TONE = 5;

    /** @return list<DetailRegion> */
    public function of(Image $picture): array
    {
        $plain = $picture->hasAlpha() ? $picture->flatten([255.0, 255.0, 255.0]) : $picture;
        $grey = $plain->thumbnail(self::SIDE)->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1)->copyToMemory();
        $tiles = $this->tiles($grey);
        $regions = [];
        foreach (['finest detail' => 'detail', 'strongest edge' => 'edge', 'smoothest tone' => 'smooth'] as $what => $by) {
            $best = null;
            foreach ($tiles as $tile) {
                $isFree =
                    [] ===
                    array_filter(
                        $regions,
                        static fn (DetailRegion $region): bool => abs($region->x - $tile['x']) < 0.05
                            && abs($region->y - $tile['y']) < 0.05,
                    );
                if (null !== $tile[$by] && $isFree && (null === $best || $tile[$by] > $best[$by])) {
                    $best = $tile;
                }
            }
            if (null !== $best) {
                $regions[] = new DetailRegion($what, $best['x'], $best['y']);
            }
        }

        return $regions;
    }

    /** @return list<array{x: float, y: float, detail: float, edge: float, smooth: ?float}> tiles with what speaks for each */
    private function tiles(Image $grey): array
    {
        $size = $grey->size();
        $bytes = $grey->bytes();
        $side = max(8, intdiv($size->longSide(), self::TILES));
        $tiles = [];
        for ($top = 0; $top + $side <= $size->height; $top += $side) {
            for ($left = 0; $left + $side <= $size->width; $left += $side) {
                [$steps, $bends, $largest, $least, $most, $at] = [0, 0, 0, 255, 0, [0, 0]];
                for ($y = $top + 1; $y < $top + $side - 1; $y += 2) {
                    for ($x = $left + 1; $x < $left + $side - 1; ++$x) {
                        $i = $y * $size->width + $x;
                        $here = \ord($bytes[$i]);
                        $next = \ord($bytes[$i + 1]);
                        $before = \ord($bytes[$i - 1]);
                        $step = abs($next - $before) + abs(\ord($bytes[$i + $size->width]) - \ord($bytes[$i - $size->width]));
                        $steps += $step;
                        // What a straight ramp does not have.
                        $bends += min(40, abs(2 * $here - $next - $before));
                        if ($step > $largest) {
                            [$largest, $at] = [$step, [$x, $y]];
                        }
                        [$least, $most] = [min($least, $here), max($most, $here)];
                    }
                }
                $isEdge = $most - $least > 60;
                $tiles[] = [
                    'x' => ($isEdge ? $at[0] : $left + $side / 2) / $size->width,
                    'y' => ($isEdge ? $at[1] : $top + $side / 2) / $size->height,
                    'detail' => (float) $bends,
                    'edge' => (float) $largest - $steps / ($side * $side),
                    'smooth' => $most - $least >= self::SOME_TONE ? -(float) $bends - $largest : null,
                ];
            }
        }

        return $tiles;
    }
}
