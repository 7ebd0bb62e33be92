<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

/** Kernels that resample, by their formulas. Where a picture is made smaller they are as many times as wide. */
enum ScalingFilter
{
    case Linear;
    /** a = -1/2 (Keys 1981), also called Catmull-Rom. */
    case Bicubic;
    /** B = C = 1/3 (Mitchell & Netravali 1988). */
    case Mitchell;
    /** Three lobes (Duchon 1979). */
    case Lanczos;

    /** Pixels to each side that have a say. */
    public function reach(): int
    {
        return match ($this) {
            self::Linear => 1,
            self::Bicubic, self::Mitchell => 2,
            self::Lanczos => 3,
        };
    }

    /** zimg_resample_filter_e. */
    public function number(): int
    {
        return match ($this) {
            self::Linear => 1,
            self::Bicubic, self::Mitchell => 2,
            self::Lanczos => 5,
        };
    }

    /** @return array{float, float} zimg's filter_param_a and filter_param_b */
    public function parameters(): array
    {
        return match ($this) {
            self::Linear => [\NAN, \NAN],
            self::Bicubic => [0.0, 0.5],
            self::Mitchell => [1 / 3, 1 / 3],
            self::Lanczos => [3.0, \NAN],
        };
    }
}
