<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

/** Kernels that enlarge, by their formulas. */
enum UpscaleKernel
{
    /** a = -1/2 (Keys 1981), also called Catmull-Rom. */
    case Bicubic;
    /** B = C = 1/3 (Mitchell & Netravali 1988). */
    case Mitchell;
    /** Three lobes (Duchon 1979). */
    case Lanczos;

    /** Pixels to each side that have a say. */
    private const REACH = 3;

    /**
     * The weights of the pixels round one, for a place so many pixels to the right of its middle.
     *
     * @return non-empty-list<float> from left to right, with the pixel itself in the middle; their sum is 1
     */
    public function weights(float $place): array
    {
        $weights = array_map(fn (int $pixel): float => $this->at(abs($place - $pixel)), range(-self::REACH, self::REACH));
        $sum = array_sum($weights);

        return array_map(static fn (float $weight): float => $weight / $sum, $weights);
    }

    private function at(float $x): float
    {
        return match ($this) {
            self::Bicubic => self::cubic($x, 0.0, 0.5),
            self::Mitchell => self::cubic($x, 1 / 3, 1 / 3),
            self::Lanczos => match (true) {
                $x < 1e-9 => 1.0,
                $x < 3 => 3 * sin(\M_PI * $x) * sin(\M_PI * $x / 3) / (\M_PI * $x) ** 2,
                default => 0.0,
            },
        };
    }

    /** The family of Mitchell & Netravali. */
    private static function cubic(float $x, float $b, float $c): float
    {
        return match (true) {
            $x < 1 => ((12 - 9 * $b - 6 * $c) * $x ** 3 + (-18 + 12 * $b + 6 * $c) * $x ** 2 + 6 - 2 * $b) / 6,
            $x < 2 => ((-$b - 6 * $c) * $x ** 3 + (6 * $b + 30 * $c) * $x ** 2 + (-12 * $b - 48 * $c) * $x + 8 * $b + 24 * $c) / 6,
            default => 0.0,
        };
    }
}
