<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** How a plane lies in a picture: nine numbers, row by row, that bring its homogeneous points to the picture's. */
final readonly class Homography
{
    /** @param array{float, float, float, float, float, float, float, float, float} $numbers */
    public function __construct(public array $numbers)
    {
    }

    /** @return array{float, float} */
    public function point(float $x, float $y): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->numbers;
        $w = $g * $x + $h * $y + $i;

        return [($a * $x + $b * $y + $c) / $w, ($d * $x + $e * $y + $f) / $w];
    }

    /** The way back, from the picture to the plane. */
    public function inverse(): self
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->numbers;
        $cofactors = [
            $e * $i - $f * $h, $c * $h - $b * $i, $b * $f - $c * $e,
            $f * $g - $d * $i, $a * $i - $c * $g, $c * $d - $a * $f,
            $d * $h - $e * $g, $b * $g - $a * $h, $a * $e - $b * $d,
        ];
        $determinant = $a * $cofactors[0] + $b * $cofactors[3] + $c * $cofactors[6];
        if (abs($determinant) < 1e-30) {
            throw ImpossibleScene::because('A surface in it is seen from its edge.');
        }

        return new self([
            $cofactors[0] / $determinant, $cofactors[1] / $determinant, $cofactors[2] / $determinant,
            $cofactors[3] / $determinant, $cofactors[4] / $determinant, $cofactors[5] / $determinant,
            $cofactors[6] / $determinant, $cofactors[7] / $determinant, $cofactors[8] / $determinant,
        ]);
    }

    /** First the other, then this. */
    public function after(self $other): self
    {
        [$m, $n] = [$this->numbers, $other->numbers];
        $cell = static fn (int $row, int $column): float => $m[3 * $row] * $n[$column]
            + $m[3 * $row + 1] * $n[3 + $column] + $m[3 * $row + 2] * $n[6 + $column];

        return new self([
            $cell(0, 0), $cell(0, 1), $cell(0, 2), $cell(1, 0), $cell(1, 1), $cell(1, 2), $cell(2, 0), $cell(2, 1), $cell(2, 2),
        ]);
    }

    /**
     * The plane whose four corners are seen at these points.
     *
     * @param array{array{float, float}, array{float, float}, array{float, float}, array{float, float}} $corners of a square from 0 to 1,
     *   clockwise from its left upper one (Heckbert 1989, from memory)
     */
    public static function ofCorners(array $corners): self
    {
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $corners;
        [$dx1, $dy1, $dx2, $dy2] = [$x1 - $x2, $y1 - $y2, $x3 - $x2, $y3 - $y2];
        [$sx, $sy] = [$x0 - $x1 + $x2 - $x3, $y0 - $y1 + $y2 - $y3];
        $area = $dx1 * $dy2 - $dx2 * $dy1;
        if (abs($area) < 1e-9) {
            throw ImpossibleScene::because('Three of its corners lie on one line.');
        }
        $g = ($sx * $dy2 - $dx2 * $sy) / $area;
        $h = ($dx1 * $sy - $sx * $dy1) / $area;

        return new self([
            $x1 - $x0 + $g * $x1, $x3 - $x0 + $h * $x3, $x0,
            $y1 - $y0 + $g * $y1, $y3 - $y0 + $h * $y3, $y0,
            $g, $h, 1.0,
        ]);
    }
}
