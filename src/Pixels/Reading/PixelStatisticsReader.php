<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Enlarger\Palette;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/** Measures what warnings speak of: sharpness and blocks on patches of full-size pixels, the rest on a small copy. */
final readonly class PixelStatisticsReader
{
    private const PATCH = 128;
    private const TILES = 5;
    private const BUSY = 6;
    private const BLOCK = 8;
    private const SMALL = 200;

    /** The largest flat graphic whose colours are counted, and on how many of its pixels. */
    private const COUNTABLE = 40_000_000;
    private const COUNTED = 150_000;

    /** Levels by which a patch must vary before its sharpness says anything. */
    private const SOME_CONTRAST = 4.0;

    /** Levels within which a margin counts as one colour. */
    private const ONE_COLOUR = 6;

    /**
     * @param Image  $picture upright, sRGB, 8 bits, without alpha
     * @param bool   $isFlat  whether it looks like a flat graphic, so that its colours are worth counting
     * @param ?Image $reduced the same, smaller, where there is one already
     */
    public function measure(Image $picture, bool $isFlat = false, ?Image $reduced = null): PixelStatistics
    {
        $small = ($reduced ?? $picture)
            ->reducedWithin(self::SMALL)
            ->colourspace(Interpretation::BlackAndWhite)
            ->extractBands(0, 1)
            ->copyToMemory();
        $half = $quarter = null;
        // Across first, then down.
        $sums = $counts = array_fill(0, 2 * self::BLOCK, 0);
        foreach ($this->patches($picture->size(), $small) as $window) {
            $patch = $picture->crop($window)->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1)->copyToMemory();
            $bytes = $patch->bytes();
            [$sums, $counts] = $this->countSteps($bytes, $window, $sums, $counts);
            $contrast = sqrt(
                $patch
                    ->linear(1.0, -$patch->average())
                    ->raisedTo(2.0)
                    ->average(),
            );
            if ($contrast >= self::SOME_CONTRAST) {
                $half = max($half ?? 0.0, (100 * $this->lost($patch, 2)) / $contrast);
                $quarter = max($quarter ?? 0.0, (100 * $this->lost($patch, 4)) / $contrast);
            }
        }

        return new PixelStatistics(
            null === $half ? null : round($half, 2),
            null === $quarter ? null : round($quarter, 2),
            round($this->blockiness($sums, $counts), 3),
            $this->fingerprint($small),
            array_map(static fn (float $share): float => round($share, 3), $this->margins($small)),
            round($small->average(), 1),
            $isFlat && $picture->size()->pixels() <= self::COUNTABLE
                ? Palette::of($picture->bytes(), $picture->size(), self::COUNTED)?->count()
                : null,
        );
    }

    /** @return list<PixelWindow> where the picture has most edges, and some spread over it; all of a small one */
    private function patches(PixelSize $size, Image $small): array
    {
        $places = [[0.5, 0.5], [0.2, 0.25], [0.8, 0.75], ...$this->busiest($small)];
        $width = min(self::PATCH, $size->width);
        $height = min(self::PATCH, $size->height);
        $patches = [];
        foreach ($places as [$x, $y]) {
            $window = new PixelWindow(
                (int) max(0, min($size->width - $width, $x * $size->width - $width / 2)),
                (int) max(0, min($size->height - $height, $y * $size->height - $height / 2)),
                $width,
                $height,
            );
            $patches[$window->x.' '.$window->y] = $window;
        }

        return array_values($patches);
    }

    /** @return list<array{float, float}> middles, in shares of the sides, of the small copy's tiles with the strongest edges */
    private function busiest(Image $small): array
    {
        $size = $small->size();
        $bytes = $small->bytes();
        $strongest = [];
        for ($y = 1; $y < $size->height; ++$y) {
            for ($x = 1; $x < $size->width; ++$x) {
                $i = $y * $size->width + $x;
                $step = abs(\ord($bytes[$i]) - \ord($bytes[$i - 1])) + abs(\ord($bytes[$i]) - \ord($bytes[$i - $size->width]));
                $tile = intdiv(self::TILES * $y, $size->height) * self::TILES + intdiv(self::TILES * $x, $size->width);
                if ($step > ($strongest[$tile][0] ?? 0)) {
                    $strongest[$tile] = [$step, $x / $size->width, $y / $size->height];
                }
            }
        }
        rsort($strongest);

        return array_map(static fn (array $one): array => [$one[1], $one[2]], \array_slice($strongest, 0, self::BUSY));
    }

    /** What is lost when so many pixels become one and are enlarged again: next to nothing where somebody enlarged them before. */
    private function lost(Image $patch, int $times): float
    {
        $size = $patch->size();
        // Without the outermost pixels, where kernels have nothing to look at.
        $edge = 2 * $times;
        if (min($size->width, $size->height) <= 2 * $edge) {
            return 0.0;
        }
        $less = new PixelSize(max(1, intdiv($size->width, $times)), max(1, intdiv($size->height, $times)));
        $again = $patch->resize($less, Kernel::Lanczos)->copyToMemory()->resize($size, Kernel::Lanczos);

        return sqrt(
            $patch
                ->minus($again)
                ->crop(new PixelWindow($edge, $edge, $size->width - 2 * $edge, $size->height - 2 * $edge))
                ->raisedTo(2.0)
                ->average(),
        );
    }

    /**
     * Adds a patch's steps between neighbours, by their place on the grid of blocks.
     *
     * @param array<int, int> $sums
     * @param array<int, int> $counts
     *
     * @return array{array<int, int>, array<int, int>}
     */
    private function countSteps(string $bytes, PixelWindow $window, array $sums, array $counts): array
    {
        for ($y = 1; $y < $window->height; ++$y) {
            $row = self::BLOCK + ($window->y + $y) % self::BLOCK;
            for ($x = 1, $i = $y * $window->width + 1; $x < $window->width; ++$x, ++$i) {
                $here = \ord($bytes[$i]);
                // Large steps are edges of what is shown, not of blocks.
                $step = abs($here - \ord($bytes[$i - 1]));
                if ($step < 40) {
                    $phase = ($window->x + $x) % self::BLOCK;
                    $sums[$phase] += $step;
                    ++$counts[$phase];
                }
                $step = abs($here - \ord($bytes[$i - $window->width]));
                if ($step < 40) {
                    $sums[$row] += $step;
                    ++$counts[$row];
                }
            }
        }

        return [$sums, $counts];
    }

    /**
     * @param array<int, int> $sums
     * @param array<int, int> $counts
     */
    private function blockiness(array $sums, array $counts): float
    {
        $means = array_map(static fn (int $sum, int $count): float => $sum / max(1, $count), $sums, $counts);

        // A picture's own pattern may have steps at every eighth pixel one way, blocks have them both ways.
        return max(1.0, min(self::most(\array_slice($means, 0, self::BLOCK)), self::most(\array_slice($means, self::BLOCK))));
    }

    /** @param list<float> $phases mean steps, of which the largest is told as a multiple of the others */
    private static function most(array $phases): float
    {
        $most = max([0.0, ...$phases]);
        $others = (array_sum($phases) - $most) / (self::BLOCK - 1);

        // Blocks of one colour each have no steps inside; a tenth of a level stands in for them.
        return $most / max(0.1, $others);
    }

    private function fingerprint(Image $small): string
    {
        $bytes = $small->resize(new PixelSize(9, 8), Kernel::Linear)->bytes();
        $bits = '';
        for ($y = 0; $y < 8; ++$y) {
            for ($x = 0; $x < 8; ++$x) {
                $bits .= \ord($bytes[9 * $y + $x]) < \ord($bytes[9 * $y + $x + 1]) ? '1' : '0';
            }
        }

        return implode('', array_map(static fn (string $four): string => dechex((int) bindec($four)), str_split($bits, 4)));
    }

    /** @return array{float, float, float, float} top, right, bottom, left */
    private function margins(Image $small): array
    {
        $size = $small->size();
        $bytes = $small->bytes();
        $row = static fn (int $y): string => substr($bytes, $y * $size->width, $size->width);
        $column = static function (int $x) use ($bytes, $size): string {
            $line = '';
            for ($y = 0; $y < $size->height; ++$y) {
                $line .= $bytes[$y * $size->width + $x];
            }

            return $line;
        };

        return [
            $this->emptyLines($row, range(0, $size->height - 1)),
            $this->emptyLines($column, range($size->width - 1, 0)),
            $this->emptyLines($row, range($size->height - 1, 0)),
            $this->emptyLines($column, range(0, $size->width - 1)),
        ];
    }

    /**
     * @param \Closure(int): string $line
     * @param list<int>             $places from the edge inwards
     */
    private function emptyLines(\Closure $line, array $places): float
    {
        $empty = 0;
        $colour = null;
        foreach ($places as $place) {
            $values = count_chars($line($place), 3);
            // In order: the first is the least, the last the most.
            $least = \ord($values[0]);
            $most = \ord($values[-1]);
            $colour ??= $least;
            if ($most - $least > self::ONE_COLOUR || abs($least - $colour) > self::ONE_COLOUR) {
                break;
            }
            ++$empty;
        }

        return $empty / max(1, \count($places));
    }
}
