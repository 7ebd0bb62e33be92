<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/**
 * Some pixels of an area -> the gradient that they have. Its direction, or its middle, is where the colours' own slopes point; the
 * colours along it are means, and as few stops as follow them.
 *
 * @phpstan-type Pixel array{int, int, list<int>}
 * @phpstan-type Slope array{float, float, float, float}
 */
final class GradientFinder
{
    private const BINS = 32;

    /** Pixels that tell a gradient. */
    private const LEAST = 24;

    /** Levels that stops may differ from the means. */
    private const STOPS = 1.2;

    /**
     * @param list<Pixel> $pixels x, y and the samples there
     * @param list<Slope> $slopes x, y, and by how many levels a pixel the colour changes there, to the right and down
     * @param float       $off    levels that pixels may differ from the gradient, on the mean
     *
     * @return ?PixelPaint null where they follow none
     */
    public static function find(array $pixels, array $slopes, float $off): ?PixelPaint
    {
        if (\count($pixels) < self::LEAST || \count($slopes) < self::LEAST) {
            return null;
        }
        $linear = self::linear($pixels, $slopes);
        $radial = self::radial($pixels, $slopes);
        [$best, $least] = [null, $off];
        foreach (array_filter([$linear, $radial]) as $paint) {
            $error = self::error($pixels, $paint);
            if ($error < $least * (null === $best ? 1.0 : 0.8)) {
                [$best, $least] = [$paint, $error];
            }
        }

        return $best;
    }

    /**
     * @param list<Pixel> $pixels
     * @param list<Slope> $slopes
     */
    private static function linear(array $pixels, array $slopes): ?PixelPaint
    {
        [$xx, $xy, $yy] = [0.0, 0.0, 0.0];
        foreach ($slopes as [, , $dx, $dy]) {
            $xx += $dx * $dx;
            $xy += $dx * $dy;
            $yy += $dy * $dy;
        }
        if ($xx + $yy <= 0.0) {
            return null;
        }
        $angle = 0.5 * atan2(2 * $xy, $xx - $yy);

        return self::painted($pixels, [0.0, 0.0], [cos($angle), sin($angle)], false);
    }

    /**
     * @param list<Pixel> $pixels
     * @param list<Slope> $slopes
     */
    private static function radial(array $pixels, array $slopes): ?PixelPaint
    {
        [$a, $b, $c, $p, $q] = [0.0, 0.0, 0.0, 0.0, 0.0];
        foreach ($slopes as [$x, $y, $dx, $dy]) {
            // The middle lies on the line along the slope.
            $a += $dy * $dy;
            $b -= $dx * $dy;
            $c += $dx * $dx;
            $p += $dy * $dy * $x - $dx * $dy * $y;
            $q += $dx * $dx * $y - $dx * $dy * $x;
        }
        $determinant = $a * $c - $b * $b;
        if ($determinant < 1e-4 * ($a + $c) ** 2) {
            return null;
        }

        return self::painted(
            $pixels,
            [($p * $c - $b * $q) / $determinant + 0.5, ($a * $q - $b * $p) / $determinant + 0.5],
            [0.0, 0.0],
            true,
        );
    }

    /**
     * @param list<Pixel>         $pixels
     * @param array{float, float} $from
     * @param array{float, float} $way
     */
    private static function painted(array $pixels, array $from, array $way, bool $isRadial): ?PixelPaint
    {
        $alongs = [];
        foreach ($pixels as [$x, $y]) {
            [$dx, $dy] = [$x + 0.5 - $from[0], $y + 0.5 - $from[1]];
            $alongs[] = $isRadial ? sqrt($dx * $dx + $dy * $dy) : $dx * $way[0] + $dy * $way[1];
        }
        [$least, $most] = [] === $alongs ? [0.0, 0.0] : [min($alongs), max($alongs)];
        if ($most - $least < 4.0) {
            return null;
        }
        $bands = \count($pixels[0][2]);
        $bins = [];
        foreach ($alongs as $i => $along) {
            $bin = min(self::BINS - 1, (int) (($along - $least) / ($most - $least) * self::BINS));
            $bins[$bin] ??= array_fill(0, $bands + 2, 0.0);
            ++$bins[$bin][0];
            $bins[$bin][1] += $along;
            foreach ($pixels[$i][2] as $band => $level) {
                $bins[$bin][$band + 2] += $level;
            }
        }
        ksort($bins);
        $means = [];
        $total = array_fill(0, $bands, 0.0);
        foreach ($bins as $sums) {
            $levels = [];
            for ($band = 0; $band < $bands; ++$band) {
                $levels[] = $sums[$band + 2] / $sums[0];
                $total[$band] += $sums[$band + 2] / \count($pixels);
            }
            $means[] = [$sums[1] / $sums[0], $levels];
        }
        if (\count($means) < 3) {
            return null;
        }
        $stops = self::reaching(self::simplified($means), $least, $most);

        return new PixelPaint(array_values($total), $stops, $from, $way, $isRadial);
    }

    /**
     * As few of them as the rest lies between, within a level or so (Douglas and Peucker 1973; from memory).
     *
     * @param non-empty-list<array{float, list<float>}> $means
     *
     * @return non-empty-list<array{float, list<float>}>
     */
    private static function simplified(array $means): array
    {
        $last = \count($means) - 1;
        $ends = [$means[0], $means[$last]];
        [$worst, $at] = [self::STOPS, 0];
        for ($i = 1; $i < $last; ++$i) {
            $off = 0.0;
            foreach (PixelPaint::between($ends, $means[$i][0]) as $band => $level) {
                $off = max($off, abs($level - $means[$i][1][$band]));
            }
            if ($off > $worst) {
                [$worst, $at] = [$off, $i];
            }
        }
        if (0 === $at) {
            return $ends;
        }
        $one = self::simplified([$means[0], ...\array_slice($means, 1, $at)]);
        array_pop($one);

        return [...$one, ...self::simplified([$means[$at], ...\array_slice($means, $at + 1)])];
    }

    /**
     * Means of bins end half a bin before the area does: the first and the last colours go on as they run.
     *
     * @param non-empty-list<array{float, list<float>}> $stops
     *
     * @return non-empty-list<array{float, list<float>}>
     */
    private static function reaching(array $stops, float $least, float $most): array
    {
        $last = \count($stops) - 1;
        foreach ([[0, 1, $least], [$last, $last - 1, $most]] as [$end, $next, $to]) {
            $share = ($to - $stops[$end][0]) / ($stops[$next][0] - $stops[$end][0]);
            foreach ($stops[$end][1] as $band => $level) {
                $stops[$end][1][$band] = max(0.0, min(255.0, $level + $share * ($stops[$next][1][$band] - $level)));
            }
            $stops[$end][0] = $to;
        }

        return $stops;
    }

    /** @param list<Pixel> $pixels */
    private static function error(array $pixels, PixelPaint $paint): float
    {
        $squares = 0.0;
        foreach ($pixels as [$x, $y, $samples]) {
            foreach ($paint->at($x, $y) as $band => $level) {
                $squares += ($samples[$band] - $level) ** 2;
            }
        }

        return sqrt($squares / \count($pixels) / \count($pixels[0][2]));
    }
}
