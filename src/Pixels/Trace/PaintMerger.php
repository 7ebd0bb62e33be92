<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\ColourDifference;
use Snugfit\Core\Trace\TraceSettings;

/** Colours that look alike become one. */
final class PaintMerger
{
    /** For each level of noise, by how many more levels what was black or white may be off. */
    private const PURE_NOISY = 2.0;

    /**
     * @param array<int, int>         $counts pixels, by an area's number
     * @param array<int, list<float>> $means
     *
     * @return array{list<PixelPaint>, array<int, int>}
     */
    public static function merged(array $counts, array $means, float $alike, int $fewest, ?int $wanted, float $noise): array
    {
        arsort($counts);
        // Those of the large ones first; small ones join them, or are left to what lies beside them.
        [$pixels, $levels, $labs, $byArea] = [[], [], [], []];
        foreach ($counts as $number => $count) {
            $lab = self::lab($means[$number]);
            [$nearest, $least] = [null, $alike];
            foreach ($labs as $i => $other) {
                $off = self::difference($lab, $other);
                if ($off < $least) {
                    [$nearest, $least] = [$i, $off];
                }
            }
            if (null === $nearest) {
                if ($count < $fewest || \count($labs) >= AreaPaints::MOST) {
                    continue;
                }
                $nearest = \count($labs);
                $labs[] = $lab;
                $levels[] = $means[$number];
                $pixels[] = 0;
            }
            $pixels[$nearest] += $count;
            $byArea[$number] = $nearest;
        }
        $into = self::joined($pixels, $labs, min($wanted ?? TraceSettings::MOST_COLOURS, TraceSettings::MOST_COLOURS));
        $kept = array_values(array_unique($into));
        $places = array_flip($kept);
        foreach ($byArea as $number => $i) {
            $byArea[$number] = $places[$into[$i]];
        }

        return [array_map(static fn (int $i): PixelPaint => new PixelPaint(self::pure($levels[$i], $noise)), $kept), $byArea];
    }

    /**
     * No more than so many: those that cost least to be one are.
     *
     * @param array<int, int>                         $pixels
     * @param list<array{float, float, float, float}> $labs
     *
     * @return array<int, int> which became which; the larger one's colour is the one that is seen
     */
    private static function joined(array $pixels, array $labs, int $most): array
    {
        $into = array_keys($pixels);
        while (\count($pixels) > $most) {
            [$one, $other, $least] = [0, 0, \INF];
            foreach ($pixels as $i => $count) {
                foreach ($pixels as $j => $more) {
                    if ($j >= $i) {
                        break;
                    }
                    $cost = self::difference($labs[$i], $labs[$j]) ** 2 * $count * $more / ($count + $more);
                    if ($cost < $least) {
                        [$one, $other, $least] = [$j, $i, $cost];
                    }
                }
            }
            if ($pixels[$other] > $pixels[$one]) {
                [$one, $other] = [$other, $one];
            }
            $pixels[$one] += $pixels[$other];
            unset($pixels[$other]);
            $into = array_map(static fn (int $i): int => $i === $other ? $one : $i, $into);
        }

        return $into;
    }

    /**
     * Black and white were so, but for what a picture's own noise or saving took.
     *
     * @param list<float> $levels
     *
     * @return list<float>
     */
    public static function pure(array $levels, float $noise): array
    {
        $off = 4.0 + self::PURE_NOISY * $noise;
        [$red, $green, $blue] = [$levels[0] ?? 0.0, $levels[1] ?? 0.0, $levels[2] ?? 0.0];
        $rest = \array_slice($levels, 3);
        $rest = array_map(static fn (float $level): float => $level > 251.0 ? 255.0 : ($level < 4.0 ? 0.0 : $level), $rest);
        if (max($red, $green, $blue) <= $off) {
            return [0.0, 0.0, 0.0, ...$rest];
        }

        return min($red, $green, $blue) >= 255.0 - $off ? [255.0, 255.0, 255.0, ...$rest] : [$red, $green, $blue, ...$rest];
    }

    /**
     * @param list<float> $levels
     *
     * @return array{float, float, float, float} CIE L*, a*, b*, and the opacity in levels
     */
    public static function lab(array $levels): array
    {
        $opacity = $levels[3] ?? 255.0;
        $times = $opacity > 0.0 ? 255.0 / $opacity : 0.0;
        [$red, $green, $blue] = array_map(static fn (float $level): float => min(255.0, $level * $times), \array_slice($levels, 0, 3));

        return [...ColourDifference::labOf($red, $green, $blue), $opacity];
    }

    /**
     * @param array{float, float, float, float} $one
     * @param array{float, float, float, float} $other
     */
    public static function difference(array $one, array $other): float
    {
        $least = min($one[3], $other[3]);
        $opacity = abs($one[3] - $other[3]) / 2.55;

        return $opacity + ($least <= 0.0
            ? 0.0
            : ColourDifference::ofLab([$one[0], $one[1], $one[2]], [$other[0], $other[1], $other[2]]) * $least / 255);
    }
}
