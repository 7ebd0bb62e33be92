<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/** Some of the pixels of each even area, and the slopes of its colours there: what tells shading. */
final class AreaSamples
{
    /** Pixels looked at in all. */
    private const LOOKED = 60_000;

    /** @return list<float> */
    public static function meanOf(string $pixels, int $bands): array
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
    public static function of(FlatAreas $areas, string $pixels, int $bands): array
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
    public static function deviation(array $pixels, array $mean): float
    {
        $squares = 0.0;
        foreach ($pixels as [, , $samples]) {
            foreach ($samples as $band => $level) {
                $squares += ($level - $mean[$band]) ** 2;
            }
        }

        return sqrt($squares / \count($pixels) / \count($mean));
    }
}
