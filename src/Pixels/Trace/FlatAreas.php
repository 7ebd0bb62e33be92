<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** Where a picture is even: what hangs together without an edge in it, and the colour of each such area. */
final readonly class FlatAreas
{
    /** Levels by which three by three pixels of a clean picture may differ without an edge among them; of the noisiest. */
    private const CLEAN = 7.0;
    private const NOISY = 28.0;

    /** What is beyond is not told apart. */
    public const MOST = 65_535;

    /**
     * @param Image                   $numbers   of each pixel's area
     * @param array<int, int>         $counts    pixels, by number; edges and what is beyond counting left out
     * @param array<int, list<float>> $means     levels of each band, by number
     * @param float                   $threshold levels over three pixels from which on there is an edge
     * @param float                   $noise     levels that samples are disturbed by
     */
    private function __construct(
        public Image $numbers,
        public array $counts,
        public array $means,
        public float $threshold,
        public float $noise,
    ) {
    }

    /**
     * @param Image $picture bytes; colours times their opacity where there is one
     * @param float $noise   levels that samples are disturbed by, beside edges at least
     */
    public static function of(Image $picture, float $noise = 0.0): self
    {
        $size = $picture->size();
        $wide = $picture->embed(1, 1, new PixelSize($size->width + 2, $size->height + 2), Extend::Copy);
        $steps = $wide->ranked(3, 8)->minus($wide->ranked(3, 0))->cast($picture->format())
            ->crop(new PixelWindow(1, 1, $size->width, $size->height))->copyToMemory();
        $threshold = min(self::NOISY, self::threshold($steps) + $noise / 2);
        $even = $steps->isLessThan($threshold)->inAllBands()->copyToMemory();
        $numbers = $even->numbered();
        $isEven = $even->highestBy($numbers)->cast(BandFormat::Float)->values();
        $sums = $picture->sumsBy($numbers)->cast(BandFormat::Float)->values();
        $bands = $picture->bands();
        [$counts, $means] = [[], []];
        foreach ($numbers->counts()[0] as $number => $count) {
            if (0 === $count || $number >= self::MOST || 0.0 === (float) ($isEven[$number] ?? 0.0)) {
                continue;
            }
            $counts[$number] = $count;
            for ($band = 0; $band < $bands; ++$band) {
                $means[$number][] = $sums[$number * $bands + $band] / $count;
            }
        }

        return new self($numbers, $counts, $means, $threshold, $noise);
    }

    /** Noise and damage are everywhere: what half of all pixels have is none of an edge's. */
    private static function threshold(Image $steps): float
    {
        $median = 0;
        foreach ($steps->counts() as $counts) {
            [$half, $seen] = [array_sum($counts) / 2, 0];
            foreach ($counts as $level => $count) {
                $seen += $count;
                if ($seen >= $half) {
                    $median = max($median, $level);
                    break;
                }
            }
        }

        return self::CLEAN + 2.0 * $median;
    }
}
