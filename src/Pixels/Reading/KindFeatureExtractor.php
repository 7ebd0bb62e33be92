<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\KindFeatures;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;

/** Measures what tells a picture's kind. */
final readonly class KindFeatureExtractor
{
    /** Patches of full-size pixels are looked at: reduced ones would all look smooth. */
    private const PATCH = 224;

    /** Steps between neighbours, in levels: under the first is gentle shading, under the second no edge. */
    private const GENTLE = 12;
    private const SOFT = 32;

    private const LARGEST_BLOCK = 64;

    /** Share of pixels without any colour from which on a picture is grey. */
    private const COLOURLESS = 0.98;

    /** Share of all changes that lie on the grid of blocks; the rest is what an anti-aliased letter or a stray pixel makes. */
    private const ON_GRID = 0.97;

    /** A few edges alone make no grid. */
    private const PLACES = 5;

    /** @param Image $picture upright, sRGB, 8 bits, without alpha */
    public function measure(Image $picture): KindFeatures
    {
        $colours = [];
        $sames = [];
        $changes = [];
        $pixels = $same = $soft = $pairs = $grey = $colourless = $light = $dark = $gentle = $noise = 0;
        foreach ($this->patches($picture->size()) as $window) {
            $row = $window->width * 3;
            $bytes = $picture->crop($window)->bytes();
            $before = -1;
            for ($i = 0, $end = \strlen($bytes); $i < $end; $i += 3) {
                $r = \ord($bytes[$i]);
                $g = \ord($bytes[$i + 1]);
                $b = \ord($bytes[$i + 2]);
                ++$pixels;
                $colour = ($r << 16) | ($g << 8) | $b;
                $colours[$colour] = ($colours[$colour] ?? 0) + 1;
                $grey += max($r, $g, $b) - min($r, $g, $b) < 24 ? 1 : 0;
                $colourless += $r === $g && $g === $b ? 1 : 0;
                $light += $g > 200 ? 1 : 0;
                $dark += $g < 80 ? 1 : 0;
                if (0 === $i % $row) {
                    $before = -1;
                    continue;
                }
                $step = max(abs($r - \ord($bytes[$i - 3])), abs($g - \ord($bytes[$i - 2])), abs($b - \ord($bytes[$i - 1])));
                ++$pairs;
                if (0 === $step) {
                    ++$same;
                    $sames[$colour] = ($sames[$colour] ?? 0) + 1;
                } elseif ($step < self::SOFT) {
                    ++$soft;
                } else {
                    $place = $window->x + intdiv($i % $row, 3);
                    $changes[$place] = ($changes[$place] ?? 0) + 1;
                }
                if ($step < self::GENTLE && $before >= 0 && $before < self::GENTLE) {
                    ++$gentle;
                    $noise += abs($g - 2 * \ord($bytes[$i - 2]) + \ord($bytes[$i - 5])) / 2;
                }
                $before = $step;
            }
        }
        $pairs = max(1, $pairs);

        return new KindFeatures(
            $picture->size()->longSide(),
            \count($colours),
            $this->mainColours($colours, $pixels),
            $same / $pairs,
            $soft / max(1, $pairs - $same),
            $grey / max(1, $pixels),
            $light / max(1, $pixels),
            $dark / max(1, $pixels),
            $noise / max(1, $gentle),
            $this->block($changes),
            $this->alike($colours, $sames, $pairs, $same, $colourless / max(1, $pixels)),
        );
    }

    /** @param array<int, int> $colours pixels by colour */
    private function mainColours(array $colours, int $pixels): int
    {
        rsort($colours);
        $covered = 0;
        foreach ($colours as $i => $count) {
            $covered += $count;
            if ($covered >= 0.85 * $pixels) {
                return $i + 1;
            }
        }

        return \count($colours);
    }

    /**
     * Neighbours of the very same colour, without the commonest colour, which may be paper, a sky that is white or a ground that was put
     * beneath. Three channels are the same together more seldom than a grey picture's one.
     *
     * @param array<int, int> $colours pixels by colour
     * @param array<int, int> $sames   pairs of the same colour, by it
     */
    private function alike(array $colours, array $sames, int $pairs, int $same, float $colourless): float
    {
        arsort($colours);
        $ground = array_key_first($colours);
        $left = max(1, $pairs - ($colours[$ground] ?? 0));
        $share = max(0, $same - ($sames[$ground] ?? 0)) / $left;

        return $colourless > self::COLOURLESS ? min(1.0, $share) ** 2 : min(1.0, $share);
    }

    /** @param array<int, int> $changes hard ones between neighbours in a row, by place in the picture */
    private function block(array $changes): int
    {
        $all = array_sum($changes);
        for ($side = self::LARGEST_BLOCK; $side > 1 && $all > 0; --$side) {
            $onGrid = 0;
            foreach ($changes as $place => $count) {
                $onGrid += 0 === $place % $side ? $count : 0;
            }
            if ($onGrid >= self::ON_GRID * $all && \count($changes) >= self::PLACES) {
                return $side;
            }
        }

        return 1;
    }

    /** @return list<PixelWindow> the middle and the four quarters, or all of a small picture */
    private function patches(PixelSize $size): array
    {
        if ($size->longSide() <= 2 * self::PATCH) {
            return [PixelWindow::whole($size)];
        }
        $width = min(self::PATCH, $size->width);
        $height = min(self::PATCH, $size->height);
        $patches = [];
        foreach ([[0.5, 0.5], [0.25, 0.3], [0.75, 0.3], [0.25, 0.7], [0.75, 0.7]] as [$x, $y]) {
            $patches[] = new PixelWindow(
                (int) max(0, min($size->width - $width, $x * $size->width - $width / 2)),
                (int) max(0, min($size->height - $height, $y * $size->height - $height / 2)),
                $width,
                $height,
            );
        }

        return $patches;
    }
}
