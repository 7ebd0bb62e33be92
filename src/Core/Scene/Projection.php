<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/**
 * How a camera sees a surface's own space: x to the right and y down along it, z out of it, in millimetres, to pixels counted from the
 * picture's left upper corner. Three rows of four numbers, for homogeneous points.
 */
final readonly class Projection
{
    /** @param list<float> $numbers twelve, row by row */
    public function __construct(public array $numbers)
    {
        if (12 !== \count($numbers)) {
            throw ImpossibleScene::because('A surface in it is not described whole.');
        }
    }

    /** @return array{float, float} */
    public function point(float $x, float $y, float $z = 0.0): array
    {
        $m = $this->numbers;
        $w = $m[8] * $x + $m[9] * $y + $m[10] * $z + $m[11];

        return [($m[0] * $x + $m[1] * $y + $m[2] * $z + $m[3]) / $w, ($m[4] * $x + $m[5] * $y + $m[6] * $z + $m[7]) / $w];
    }

    /** In a picture so many times as large. */
    public function scaled(float $times): self
    {
        $m = $this->numbers;

        return new self([
            ...array_map(static fn (float $number): float => $number * $times, \array_slice($m, 0, 8)), $m[8], $m[9], $m[10], $m[11],
        ]);
    }

    /** Of the same space with its origin elsewhere: so many millimetres to the right and down. */
    public function moved(float $right, float $down): self
    {
        $m = $this->numbers;
        $from = static fn (int $row): float => $m[$row] * $right + $m[$row + 1] * $down + $m[$row + 3];

        return new self([
            $m[0], $m[1], $m[2], $from(0), $m[4], $m[5], $m[6], $from(4), $m[8], $m[9], $m[10], $from(8),
        ]);
    }

    /** What lies along the surface, so far out of it. */
    public function parallelTo(float $z = 0.0): Homography
    {
        return $this->plane([0.0, 0.0, $z], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0]);
    }

    /**
     * A plane of its own within the space.
     *
     * @param array{float, float, float} $origin
     * @param array{float, float, float} $across a step of a millimetre
     * @param array{float, float, float} $down   a step of a millimetre
     */
    public function plane(array $origin, array $across, array $down): Homography
    {
        [$m3, $m7, $m11] = [$this->numbers[3], $this->numbers[7], $this->numbers[11]];

        return new Homography([
            $this->along(0, $across), $this->along(0, $down), $this->along(0, $origin) + $m3,
            $this->along(1, $across), $this->along(1, $down), $this->along(1, $origin) + $m7,
            $this->along(2, $across), $this->along(2, $down), $this->along(2, $origin) + $m11,
        ]);
    }

    /** @param array{float, float, float} $way */
    private function along(int $row, array $way): float
    {
        $m = $this->numbers;

        return $m[4 * $row] * $way[0] + $m[4 * $row + 1] * $way[1] + $m[4 * $row + 2] * $way[2];
    }

    /**
     * Where the camera is, in the surface's space.
     *
     * @return array{float, float, float}
     */
    public function eye(): array
    {
        $m = $this->numbers;
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->rays();

        return [
            -($a * $m[3] + $b * $m[7] + $c * $m[11]),
            -($d * $m[3] + $e * $m[7] + $f * $m[11]),
            -($g * $m[3] + $h * $m[7] + $i * $m[11]),
        ];
    }

    /**
     * From a pixel's homogeneous point to the direction in which it looks.
     *
     * @return array{float, float, float, float, float, float, float, float, float} row by row
     */
    public function rays(): array
    {
        $m = $this->numbers;

        return (new Homography([$m[0], $m[1], $m[2], $m[4], $m[5], $m[6], $m[8], $m[9], $m[10]]))->inverse()->numbers;
    }

    /** The longer of the steps that a millimetre along the surface takes in the picture, in pixels. */
    public function pixelsPerMillimetre(float $x = 0.0, float $y = 0.0): float
    {
        [$left, $top] = $this->point($x - 0.5, $y);
        [$right, $bottom] = $this->point($x + 0.5, $y);
        $across = hypot($right - $left, $bottom - $top);
        [$left, $top] = $this->point($x, $y - 0.5);
        [$right, $bottom] = $this->point($x, $y + 0.5);

        return max($across, hypot($right - $left, $bottom - $top));
    }
}
