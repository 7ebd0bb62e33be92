<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Finishing;

use Snugfit\Core\Finish\ColourCorrection;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** How a picture's tones are spread, measured on a small copy. */
final readonly class ToneStatistics
{
    /** Pixels on the long side of the copy. */
    private const SIDE = 400;

    /** A pixel whose channels differ by less than this share of the range is greyish. */
    private const GREYISH = 0.12;

    /** Share of the pixels that must be greyish for their mean to say anything. */
    private const ENOUGH = 0.02;

    /** @param ?array{float, float, float} $greys mean of the greyish pixels, shares of the range; null where there are too few */
    public function __construct(public float $dark, public float $light, public ?array $greys)
    {
    }

    /** Of a picture that uses the whole range and has no cast. */
    public static function whole(): self
    {
        return new self(0.0, 1.0, null);
    }

    public static function of(Image $picture): self
    {
        $small = self::small($picture);
        $values = $small->values();
        $bands = $small->bands();
        $opaque = $small->hasAlpha() ? 128 : 0;
        [$counts, $sums, $greyish, $pixels] = [array_fill(0, 256, 0), [0, 0, 0], 0, 0];
        for ($i = 0, $end = \count($values); $i < $end; $i += $bands) {
            [$red, $green, $blue] = [$values[$i], $values[$i + 1], $values[$i + 2]];
            if ($opaque > 0 && $values[$i + 3] < $opaque) {
                continue;
            }
            ++$pixels;
            ++$counts[(int) round(0.299 * $red + 0.587 * $green + 0.114 * $blue)];
            $most = max($red, $green, $blue);
            if ($most - min($red, $green, $blue) < self::GREYISH * 255 && $most > 30 && $most < 235) {
                $sums = [$sums[0] + $red, $sums[1] + $green, $sums[2] + $blue];
                ++$greyish;
            }
        }
        $mean = static fn (int|float $sum): float => $sum / max(1, $greyish) / 255;

        return new self(
            self::passed($counts, $pixels) / 255, 1 - self::passed(array_reverse($counts), $pixels) / 255,
            $greyish < self::ENOUGH * max(1, $pixels) ? null : [$mean($sums[0]), $mean($sums[1]), $mean($sums[2])],
        );
    }

    private static function small(Image $picture): Image
    {
        $small = $picture->size()->longSide() <= self::SIDE ? $picture : $picture->thumbnail(self::SIDE);
        if (BandFormat::Byte !== $small->format()) {
            $small = $small->rescaleTo(BandFormat::Byte)->withInterpretation(Interpretation::Srgb);
        }

        return $small;
    }

    /**
     * The first value that more than CLIPPED of the pixels lie below or on.
     *
     * @param array<int, int> $counts
     */
    private static function passed(array $counts, int $pixels): int
    {
        $sum = 0;
        foreach ($counts as $value => $count) {
            $sum += $count;
            if ($sum > ColourCorrection::CLIPPED * $pixels) {
                return $value;
            }
        }

        return 0;
    }
}
