<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;

/**
 * Guesses whether a JPEG was saved as one before, at a lower quality: then its frequencies lie mostly on multiples of the
 * earlier, wider steps, and leave gaps between (double quantisation: Lukáš and Fridrich 2003, Popescu and Farid 2004, both
 * from memory). Seen where the blocks still lie on the same grid and the first tables were the standard's, scaled.
 */
final readonly class DoubleCompressionDetector
{
    /** The lowest frequencies but the mean. */
    private const LOOKED_AT = [1, 8, 16, 9, 2, 3, 10, 17, 24];

    private const PATCH = 128;
    private const GRID = 3;

    /** Earlier steps that are less than this times as wide leave no gaps to see. */
    private const WIDER = 1.5;

    /** How empty gaps are where there was an earlier saving (measured: see the test). */
    private const TELLING = 0.5;
    private const ENOUGH = 60;

    /** Levels that occur less often tell nothing of their neighbours. */
    private const SOME = 4;

    /** @return ?int the earlier quality, as the standard tables are commonly scaled; null where nothing speaks for one */
    public function earlierQuality(?JpegHeader $header, Image $stored): ?int
    {
        if (null === $header) {
            return null;
        }
        $steps = $header->steps;
        $counts = $this->coefficients($stored, $steps);
        [$most, $found] = [0.0, null];
        foreach (range(25, 95) as $quality) {
            [$there, $expected] = $this->inGaps($counts, $steps, $quality);
            // Coarser steps than the true ones leave true levels in their gaps, finer ones meet empty levels: the true ones miss most.
            if ($expected >= self::ENOUGH && 1 - $there / $expected >= self::TELLING && $expected - $there > $most) {
                [$most, $found] = [$expected - $there, $quality];
            }
        }

        return $found;
    }

    /**
     * What lies in the gaps between an earlier quality's steps, and what the levels on both sides let expect there where
     * nothing was rounded before.
     *
     * @param array<int, array<int, int>> $counts
     * @param array<int, int>             $steps
     *
     * @return array{float, float}
     */
    private function inGaps(array $counts, array $steps, int $quality): array
    {
        [$there, $expected] = [0.0, 0.0];
        foreach (self::LOOKED_AT as $place) {
            $ratio = JpegHeader::step($place, $quality) / $steps[$place];
            if ($ratio < self::WIDER || [] === $counts[$place]) {
                continue;
            }
            $last = max(array_keys($counts[$place]));
            $near = (int) round($ratio);
            for ($multiple = 2; ($far = (int) round($multiple * $ratio)) <= $last; ++$multiple) {
                [$before, $after] = [$counts[$place][$near] ?? 0, $counts[$place][$far] ?? 0];
                for ($level = $near + 1; $level < $far && min($before, $after) >= self::SOME; ++$level) {
                    $there += $counts[$place][$level] ?? 0;
                    // Frequencies get rarer by the same factor from level to level.
                    $expected += $before ** (($far - $level) / ($far - $near)) * $after ** (($level - $near) / ($far - $near));
                }
                $near = $far;
            }
        }

        return [$there, $expected];
    }

    /**
     * How often each level of a coefficient occurs, whatever its sign, by the coefficient's place.
     *
     * @param array<int, int> $steps
     *
     * @return array<int, array<int, int>>
     */
    private function coefficients(Image $stored, array $steps): array
    {
        $waves = self::waves();
        $counts = array_fill_keys(self::LOOKED_AT, []);
        foreach ($this->patches($stored->size()) as $window) {
            $levels = $this->brightness($stored->crop($window)->copyToMemory());
            for ($top = 0; $top + 8 <= $window->height; $top += 8) {
                for ($left = 0; $left + 8 <= $window->width; $left += 8) {
                    // Rows first: two of the sums are shared by several coefficients.
                    $rows = [];
                    for ($y = 0; $y < 8; ++$y) {
                        $i = ($top + $y) * $window->width + $left;
                        for ($u = 0; $u < 4; ++$u) {
                            $sum = 0.0;
                            for ($x = 0; $x < 8; ++$x) {
                                $sum += $waves[$u][$x] * $levels[$i + $x];
                            }
                            $rows[$u][$y] = $sum;
                        }
                    }
                    foreach (self::LOOKED_AT as $place) {
                        $sum = 0.0;
                        for ($y = 0; $y < 8; ++$y) {
                            $sum += $waves[intdiv($place, 8)][$y] * $rows[$place % 8][$y];
                        }
                        $level = (int) round($sum / $steps[$place]);
                        if (0 !== $level) {
                            $counts[$place][abs($level)] = ($counts[$place][abs($level)] ?? 0) + 1;
                        }
                    }
                }
            }
        }

        return $counts;
    }

    /** @return list<list<float>> cosines of T.81's forward transform, with their factors */
    private static function waves(): array
    {
        return array_map(
            static fn (int $u): array => array_map(
                static fn (int $x): float => ((0 === $u ? \M_SQRT1_2 : 1.0) / 2) * cos(((2 * $x + 1) * $u * \M_PI) / 16),
                range(0, 7),
            ),
            range(0, 3),
        );
    }

    /** @return list<float> brightness of every pixel, as JPEG reckons it (Rec. ITU-T T.871) */
    private function brightness(Image $patch): array
    {
        $bands = $patch->bands();
        $levels = [];
        $bytes = $patch->bytes();
        for ($i = 0, $end = \strlen($bytes); $i < $end; $i += $bands) {
            $levels[] =
                $bands < 3
                    ? (float) \ord($bytes[$i])
                    : 0.299 * \ord($bytes[$i]) + 0.587 * \ord($bytes[$i + 1]) + 0.114 * \ord($bytes[$i + 2]);
        }

        return $levels;
    }

    /** @return list<PixelWindow> spread over the picture, on the grid of blocks */
    private function patches(PixelSize $size): array
    {
        $patches = [];
        for ($row = 0; $row < self::GRID; ++$row) {
            for ($column = 0; $column < self::GRID; ++$column) {
                $x = 8 * (int) floor((max(0, $size->width - self::PATCH) * $column) / (self::GRID - 1) / 8);
                $y = 8 * (int) floor((max(0, $size->height - self::PATCH) * $row) / (self::GRID - 1) / 8);
                $patches[$x.' '.$y] = new PixelWindow(
                    $x,
                    $y,
                    min(self::PATCH, $size->width - $x),
                    min(self::PATCH, $size->height - $y),
                );
            }
        }

        return array_values($patches);
    }
}
