<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

/** A colour that changes slowly over a picture: of each channel a polynomial of the second degree, fitted by least squares. */
final readonly class ColourSurface
{
    /** @param array{list<float>, list<float>, list<float>} $weights of 1, x, y, x², xy, y² for red, green, blue */
    private function __construct(private array $weights)
    {
    }

    /**
     * @param list<array{float, float, float, float, float}> $samples x and y from -1 to 1, red, green, blue
     * @param int                                            $terms   1 for one colour, 3 for a plane, 6 for all
     */
    public static function through(array $samples, int $terms): self
    {
        $normal = array_fill(0, $terms, array_fill(0, $terms + 3, 0.0));
        foreach ($samples as [$x, $y, $red, $green, $blue]) {
            $basis = self::basis($x, $y);
            for ($i = 0; $i < $terms; ++$i) {
                for ($j = 0; $j < $terms; ++$j) {
                    $normal[$i][$j] += $basis[$i] * $basis[$j];
                }
                $normal[$i][$terms] += $basis[$i] * $red;
                $normal[$i][$terms + 1] += $basis[$i] * $green;
                $normal[$i][$terms + 2] += $basis[$i] * $blue;
            }
        }
        $solved = self::solved($normal, $terms);
        $weights = [[], [], []];
        for ($channel = 0; $channel < 3; ++$channel) {
            for ($i = 0; $i < 6; ++$i) {
                $weights[$channel][] = $i < $terms ? $solved[$i][$terms + $channel] : 0.0;
            }
        }

        return new self($weights);
    }

    /** @return array{float, float, float} */
    public function at(float $x, float $y): array
    {
        [$xx, $xy, $yy] = [$x * $x, $x * $y, $y * $y];
        [$r, $g, $b] = $this->weights;

        return [
            $r[0] + $r[1] * $x + $r[2] * $y + $r[3] * $xx + $r[4] * $xy + $r[5] * $yy,
            $g[0] + $g[1] * $x + $g[2] * $y + $g[3] * $xx + $g[4] * $xy + $g[5] * $yy,
            $b[0] + $b[1] * $x + $b[2] * $y + $b[3] * $xx + $b[4] * $xy + $b[5] * $yy,
        ];
    }

    /** @return list<float> red, green, blue of each cell of a grid, row by row */
    public function grid(int $width, int $height): array
    {
        $colours = [];
        for ($row = 0; $row < $height; ++$row) {
            $y = 2 * $row / max(1, $height - 1) - 1;
            $line = array_map(static fn (array $of): array => [
                $of[0] + $of[2] * $y + $of[5] * $y * $y, $of[1] + $of[4] * $y, $of[3],
            ], $this->weights);
            for ($column = 0; $column < $width; ++$column) {
                $x = 2 * $column / max(1, $width - 1) - 1;
                foreach ($line as [$c, $b, $a]) {
                    $colours[] = ($a * $x + $b) * $x + $c;
                }
            }
        }

        return $colours;
    }

    /** @return list<float> */
    private static function basis(float $x, float $y): array
    {
        return [1.0, $x, $y, $x * $x, $x * $y, $y * $y];
    }

    /**
     * Gauss and Jordan with the largest pivot first.
     *
     * @param array<int, array<int, float>> $rows
     *
     * @return array<int, array<int, float>> with ones on the diagonal
     */
    private static function solved(array $rows, int $count): array
    {
        for ($i = 0; $i < $count; ++$i) {
            $best = $i;
            for ($j = $i + 1; $j < $count; ++$j) {
                $best = abs($rows[$j][$i]) > abs($rows[$best][$i]) ? $j : $best;
            }
            [$rows[$i], $rows[$best]] = [$rows[$best], $rows[$i]];
            $pivot = $rows[$i][$i];
            // Samples on one line say nothing across it.
            if (abs($pivot) < 1e-6) {
                $rows[$i] = array_map(static fn (): float => 0.0, $rows[$i]);
                $rows[$i][$i] = 1.0;
                continue;
            }
            foreach ($rows[$i] as $j => $value) {
                $rows[$i][$j] = $value / $pivot;
            }
            for ($k = 0; $k < $count; ++$k) {
                if ($k === $i || 0.0 === $times = $rows[$k][$i]) {
                    continue;
                }
                foreach ($rows[$k] as $j => $value) {
                    $rows[$k][$j] = $value - $times * $rows[$i][$j];
                }
            }
        }

        return $rows;
    }
}
