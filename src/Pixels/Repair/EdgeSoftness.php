<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/**
 * Tells how much smaller a picture can be looked at before its edges lose anything: those of one that was enlarged before, or is not
 * sharp, are as many pixels wide. Measured by what is left over when its edges are reduced and brought back.
 */
final class EdgeSoftness
{
    /**
     * How much may be left over, as a share of the contrast near the edge. Measured on drawings: reduced to a half and back, sharp ones
     * keep 0.28 to 0.41 of it, also as JPEG, those enlarged to twice 0.19 to 0.24, to four times 0.13 to 0.17; to a quarter and back,
     * those enlarged to twice 0.47 to 0.53, to four times 0.36 to 0.41.
     */
    private const LEFT = [2 => 0.2, 4 => 0.43];

    /** Places along the edge that are looked at, and how many pixels of the picture each is wide. */
    private const PLACES = 6;
    private const SIDE = 192;

    /** Pixels of a short side under which nothing is told. */
    private const LEAST = 64;

    /** Pixels from the region's end that count as its edge, and within which its contrast is told. */
    private const NEAR = 6;
    private const ROUND = 8;

    /**
     * @param Image $picture red, green, blue
     * @param Image $subject one band of bytes, 0 where the ground is and 255 elsewhere, as large as the picture
     *
     * @return int 1, 2 or 4
     */
    public static function timesToReduce(Image $picture, Image $subject): int
    {
        $windows = self::windows($subject);
        $times = 1;
        foreach (self::LEFT as $less => $most) {
            if ([] === $windows || self::leftOver($picture, $subject, $windows, $less) > $most) {
                break;
            }
            $times = $less;
        }

        return $times;
    }

    /** @return list<PixelWindow> in which both lie, spread over the picture */
    private static function windows(Image $subject): array
    {
        $size = $subject->size();
        $side = min(self::SIDE, intdiv(min($size->width, $size->height), 4) * 4);
        if ($side < self::LEAST) {
            return [];
        }
        $found = [];
        for ($y = 0; $y + $side <= $size->height; $y += $side) {
            for ($x = 0; $x + $side <= $size->width; $x += $side) {
                $window = new PixelWindow($x, $y, $side, $side);
                $share = $subject->crop($window)->average() / 255;
                if ($share > 0.02 && $share < 0.98) {
                    $found[] = $window;
                }
            }
        }
        $step = max(1, (int) ceil(\count($found) / self::PLACES));

        return array_values(array_filter($found, static fn (int $number): bool => 0 === $number % $step, \ARRAY_FILTER_USE_KEY));
    }

    /** @param non-empty-list<PixelWindow> $windows */
    private static function leftOver(Image $picture, Image $subject, array $windows, int $less): float
    {
        [$left, $all] = [0.0, 0.0];
        foreach ($windows as $window) {
            $grey = $picture->crop($window)->cast(BandFormat::Float)->bandSum()->copyToMemory();
            $size = $grey->size();
            $small = $grey->reducedTo(new PixelSize(intdiv($size->width, $less), intdiv($size->height, $less)))->copyToMemory();
            $share = $subject->crop($window)->cast(BandFormat::Float)->boxMean(self::NEAR)->copyToMemory();
            $edge = $share->isMoreThan(1.0)->both($share->isLessThan(254.0))->linear(1 / 255, 0.0)->copyToMemory();
            $left += self::squares($grey->minus($small->stretched($size)), $edge);
            $all += self::squares($grey->minus($grey->boxMean(self::ROUND)), $edge);
        }

        return $all > 0.0 ? sqrt($left / $all) : 1.0;
    }

    private static function squares(Image $off, Image $weight): float
    {
        return $off->multipliedBy($off)->multipliedBy($weight)->average();
    }
}
