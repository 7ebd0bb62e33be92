<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A circle through points. */
final readonly class CircleFit
{
    private function __construct(public float $x, public float $y, public float $radius)
    {
    }

    /**
     * The one that all points lie nearest to: algebraic least squares (Kåsa 1976; from memory).
     *
     * @param list<array{float, float}> $points
     *
     * @return ?self null where they lie on a line
     */
    public static function of(array $points): ?self
    {
        $count = \count($points);
        if ($count < 3) {
            return null;
        }
        [$sx, $sy] = [0.0, 0.0];
        foreach ($points as [$x, $y]) {
            $sx += $x;
            $sy += $y;
        }
        [$mx, $my] = [$sx / $count, $sy / $count];
        [$xx, $xy, $yy, $xz, $yz] = [0.0, 0.0, 0.0, 0.0, 0.0];
        foreach ($points as [$x, $y]) {
            [$ax, $ay] = [$x - $mx, $y - $my];
            $z = $ax * $ax + $ay * $ay;
            $xx += $ax * $ax;
            $xy += $ax * $ay;
            $yy += $ay * $ay;
            $xz += $ax * $z;
            $yz += $ay * $z;
        }
        $determinant = $xx * $yy - $xy * $xy;
        if ($determinant < 1e-9 * max(1e-12, ($xx + $yy) ** 2)) {
            return null;
        }
        $cx = ($xz * $yy - $yz * $xy) / (2 * $determinant);
        $cy = ($yz * $xx - $xz * $xy) / (2 * $determinant);

        return new self($cx + $mx, $cy + $my, sqrt($cx * $cx + $cy * $cy + ($xx + $yy) / $count));
    }

    /**
     * The one through two points that those between lie nearest to.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return ?array{self, float} with its height over the chord, to the right of the way where above 0; null where that is none
     */
    public static function between(array $points): ?array
    {
        [$from, $to] = [$points[0], $points[\count($points) - 1]];
        [$dx, $dy] = [$to[0] - $from[0], $to[1] - $from[1]];
        $half = hypot($dx, $dy) / 2;
        if ($half < 1e-9) {
            return null;
        }
        [$ux, $uy] = [$dx / 2 / $half, $dy / 2 / $half];
        [$mx, $my] = [($from[0] + $to[0]) / 2, ($from[1] + $to[1]) / 2];
        // Every circle through both ends has its middle on the line square to the chord, at c: (x² + y² - half²) = 2 c y.
        [$over, $under] = [0.0, 0.0];
        foreach ($points as [$x, $y]) {
            [$along, $off] = [($x - $mx) * $ux + ($y - $my) * $uy, -($x - $mx) * $uy + ($y - $my) * $ux];
            $over += ($along * $along + $off * $off - $half * $half) * $off;
            $under += 2 * $off * $off;
        }
        if ($under < 1e-12) {
            return null;
        }
        $c = $over / $under;
        $radius = hypot($c, $half);
        $side = 0.0;
        foreach ($points as [$x, $y]) {
            $side += -($x - $mx) * $uy + ($y - $my) * $ux;
        }
        $height = $c + ($side > 0 ? $radius : -$radius);

        return [new self($mx - $c * $uy, $my + $c * $ux, $radius), $height];
    }

    /**
     * How far points lie off it.
     *
     * @param list<array{float, float}> $points
     */
    public function deviation(array $points): float
    {
        return Deviation::of(
            array_map(fn (array $point): float => hypot($point[0] - $this->x, $point[1] - $this->y) - $this->radius, $points),
        );
    }
}
