<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\ColourDifference;
use Snugfit\Core\Trace\TraceSettings;

/** Even areas -> the few paints that they are of: colours that look alike are one, soft shading is a gradient. */
final readonly class AreaPaints
{
    /** Pixels looked at to tell shading. */
    private const LOOKED = 60_000;

    /** Pixels of an area that has a paint of its own, unless it is like another. */
    private const LEAST = 12;

    /** CIEDE2000 within which colours of a clean picture are one; for each level of its noise, so much more. */
    private const ALIKE = 2.5;
    private const ALIKE_NOISY = 0.2;

    /** For each level of noise, by how many more levels what was black or white may be off. */
    private const PURE_NOISY = 2.0;

    /** Of an area's deviation by itself: a gradient explains it where it leaves no more. */
    private const EXPLAINED = 0.45;

    /** Paints that one byte tells, but for those that mean none. */
    private const MOST = 220;

    /**
     * @param list<PixelPaint> $paints
     * @param array<int, int>  $byArea  which paint, by an area's number
     * @param array<int, int>  $mottled pixels of areas that are neither even nor graded, by their numbers
     * @param array<int, int>  $stepped pixels of areas in which each has the paint that is nearest
     */
    private function __construct(public array $paints, public array $byArea, public array $mottled, public array $stepped)
    {
    }

    /**
     * @param string $pixels bytes of the picture, row by row
     * @param int    $bands  3, or 4 with the opacity last and the colours times it
     */
    public static function of(FlatAreas $areas, string $pixels, int $bands, TraceSettings $settings): self
    {
        [$looked, $slopes] = self::looked($areas, $pixels, $bands);
        $even = $areas->threshold / 6;
        [$graded, $mottled, $flat] = [[], [], []];
        foreach ($areas->counts as $number => $count) {
            $some = $looked[$number] ?? [];
            $off = [] === $some ? 0.0 : self::deviation($some, $areas->means[$number]);
            if ($off <= $even) {
                $flat[$number] = $count;
                continue;
            }
            $gradient = GradientFinder::find($some, $slopes[$number] ?? [], min(self::EXPLAINED * $off, 2.5 + $even));
            if (null !== $gradient && \count($graded) < self::MOST - TraceSettings::MOST_COLOURS) {
                $graded[$number] = $gradient;
            } elseif ($off <= 2.5 * $even + $areas->noise || \count($some) < 6) {
                $flat[$number] = $count;
            } else {
                $mottled[$number] = $count;
            }
        }
        $shaded = $mottled;
        if (!$settings->gradients) {
            foreach (array_keys($graded) as $number) {
                $shaded[$number] = $areas->counts[$number];
            }
            $graded = [];
        }
        $alike = self::ALIKE + self::ALIKE_NOISY * $areas->noise;
        $fewest = (int) (self::LEAST * (1 + $areas->noise / 2));
        [$paints, $byArea] = self::merged($flat, $areas->means, $alike, $fewest, $settings->colours, $areas->noise);
        foreach ($graded as $number => $gradient) {
            $byArea[$number] = \count($paints);
            $paints[] = $gradient;
        }

        $paints = self::withSteps($paints, $shaded, $looked, $settings->colours);
        if ([] === $paints) {
            // Nothing is even anywhere: one colour for all.
            $paints[] = new PixelPaint(self::meanOf($pixels, $bands));
            $byArea[0] = 0;
        }

        return new self($paints, $byArea, $mottled, $shaded);
    }

    /** @return list<float> */
    private static function meanOf(string $pixels, int $bands): array
    {
        $sums = array_fill(0, $bands, 0.0);
        $step = $bands * max(1, intdiv(\strlen($pixels), $bands * 1000));
        $count = 0;
        for ($at = 0; $at + $bands <= \strlen($pixels); $at += $step) {
            ++$count;
            for ($band = 0; $band < $bands; ++$band) {
                $sums[$band] += \ord($pixels[$at + $band]);
            }
        }

        return array_values(array_map(static fn (float $sum): float => $sum / max(1, $count), $sums));
    }

    /**
     * A sample of the pixels of each area, and the slopes of its colours.
     *
     * @return array{array<int, list<array{int, int, list<int>}>>, array<int, list<array{float, float, float, float}>>}
     */
    private static function looked(FlatAreas $areas, string $pixels, int $bands): array
    {
        $size = $areas->numbers->size();
        $numbers = $areas->numbers->bytes();
        [$width, $height] = [$size->width, $size->height];
        $step = max(1, (int) sqrt($size->pixels() / self::LOOKED));
        [$looked, $slopes] = [[], []];
        for ($y = intdiv($step, 2); $y < $height; $y += $step) {
            for ($x = intdiv($step, 2); $x < $width; $x += $step) {
                $at = $y * $width + $x;
                $number = \ord($numbers[2 * $at]) | \ord($numbers[2 * $at + 1]) << 8;
                if (!isset($areas->counts[$number])) {
                    continue;
                }
                $samples = [];
                for ($band = 0; $band < $bands; ++$band) {
                    $samples[] = \ord($pixels[$at * $bands + $band]);
                }
                $looked[$number][] = [$x, $y, $samples];
                $far = max(2, min(32, (int) (sqrt($areas->counts[$number]) / 10)));
                if ($x < $far || $y < $far || $x >= $width - $far || $y >= $height - $far) {
                    continue;
                }
                $lo = $numbers[2 * $at];
                $hi = $numbers[2 * $at + 1];
                foreach ([$at - $far, $at + $far, $at - $far * $width, $at + $far * $width] as $beside) {
                    if ($numbers[2 * $beside] !== $lo || $numbers[2 * $beside + 1] !== $hi) {
                        continue 2;
                    }
                }
                [$dx, $dy, $most] = [0, 0, 0];
                for ($band = 0; $band < $bands; ++$band) {
                    $across = \ord($pixels[($at + $far) * $bands + $band]) - \ord($pixels[($at - $far) * $bands + $band]);
                    $down = \ord($pixels[($at + $far * $width) * $bands + $band])
                        - \ord($pixels[($at - $far * $width) * $bands + $band]);
                    if ($across * $across + $down * $down > $most) {
                        [$dx, $dy, $most] = [$across, $down, $across * $across + $down * $down];
                    }
                }
                if ($most > 0) {
                    $slopes[$number][] = [(float) $x, (float) $y, $dx / 2 / $far, $dy / 2 / $far];
                }
            }
        }

        return [$looked, $slopes];
    }

    /**
     * @param non-empty-list<array{int, int, list<int>}> $pixels
     * @param list<float>                                $mean
     */
    private static function deviation(array $pixels, array $mean): float
    {
        $squares = 0.0;
        foreach ($pixels as [, , $samples]) {
            foreach ($samples as $band => $level) {
                $squares += ($level - $mean[$band]) ** 2;
            }
        }

        return sqrt($squares / \count($pixels) / \count($mean));
    }

    /**
     * @param array<int, int>         $counts pixels, by an area's number
     * @param array<int, list<float>> $means
     *
     * @return array{list<PixelPaint>, array<int, int>}
     */
    private static function merged(array $counts, array $means, float $alike, int $fewest, ?int $wanted, float $noise): array
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
                if ($count < $fewest || \count($labs) >= self::MOST) {
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
     * With colours for what is shaded and gets no gradient: steps that differ enough to be seen as such.
     *
     * @param list<PixelPaint>                                   $paints
     * @param array<int, int>                                    $shaded pixels, by an area's number
     * @param array<int, list<array{int, int, list<int>}>>       $looked
     *
     * @return list<PixelPaint>
     */
    private static function withSteps(array $paints, array $shaded, array $looked, ?int $wanted): array
    {
        $counts = [];
        foreach (array_keys($shaded) as $number) {
            foreach ($looked[$number] ?? [] as [, , $samples]) {
                $coarse = implode(',', array_map(static fn (int $level): int => 12 * intdiv($level, 12) + 6, $samples));
                $counts[$coarse] = ($counts[$coarse] ?? 0) + 1;
            }
        }
        arsort($counts);
        $most = min($wanted ?? TraceSettings::MOST_COLOURS, TraceSettings::MOST_COLOURS);
        $labs = array_map(static fn (PixelPaint $paint): array => self::lab($paint->levels), $paints);
        foreach (array_keys($counts) as $coarse) {
            if (\count($paints) >= $most) {
                break;
            }
            $levels = array_map(floatval(...), explode(',', (string) $coarse));
            $lab = self::lab($levels);
            foreach ($labs as $other) {
                if (self::difference($lab, $other) < 6.0) {
                    continue 2;
                }
            }
            $labs[] = $lab;
            $paints[] = new PixelPaint($levels);
        }

        return $paints;
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
    private static function lab(array $levels): array
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
    private static function difference(array $one, array $other): float
    {
        $least = min($one[3], $other[3]);
        $opacity = abs($one[3] - $other[3]) / 2.55;

        return $opacity + ($least <= 0.0
            ? 0.0
            : ColourDifference::ofLab([$one[0], $one[1], $one[2]], [$other[0], $other[1], $other[2]]) * $least / 255);
    }
}
