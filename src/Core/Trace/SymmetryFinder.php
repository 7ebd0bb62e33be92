<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Points round an area -> the line to both sides of which it is the same, where there is one: upright or level, as letters have it,
 * or along the area or across it.
 */
final readonly class SymmetryFinder
{
    /** Fewer points tell nothing. */
    private const LEAST = 24;

    /** Pixels to each side of the line that an area has at least: in thin ones, corners would be taken for a point on it. */
    private const WIDE = 6.0;

    /** Points that are held against the other side: a few first, since most areas have nothing of the kind. */
    private const FEW = 12;
    private const MANY = 160;

    /** Of the tolerance, what few points may lie off one by one, and what all of them may. */
    private const AT_FIRST = 8.0;
    private const SAME = 3.5;

    /** @param float $tolerance pixels that a point may lie off */
    public function __construct(private float $tolerance)
    {
    }

    /** @param list<array{float, float}> $points of a closed line, about a pixel apart */
    public function find(array $points): ?Mirror
    {
        if (\count($points) < self::LEAST) {
            return null;
        }
        [$middle, $along] = self::inertia($points);
        $best = null;
        $least = self::SAME * $this->tolerance;
        foreach ([\M_PI / 2, 0.0, $along, $along + \M_PI / 2] as $angle) {
            $mirror = Mirror::at($middle, $angle);
            if (max(array_map($mirror->off(...), $points)) < self::WIDE) {
                continue;
            }
            if (!$this->mayMirror($points, $mirror)) {
                continue;
            }
            $off = Deviation::of($this->offs($points, $mirror));
            if ($off <= $least) {
                [$best, $least] = [$mirror, $off];
            }
        }

        return $best;
    }

    /**
     * The middle of all that the line is round, and the direction in which it is longest.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return array{array{float, float}, float}
     */
    private static function inertia(array $points): array
    {
        [$sum, $sx, $sy, $xx, $xy, $yy] = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        [$ox, $oy] = $points[0];
        foreach ($points as $i => [$x, $y]) {
            [$nx, $ny] = $points[($i + 1) % \count($points)];
            [$ax, $ay, $bx, $by] = [$x - $ox, $y - $oy, $nx - $ox, $ny - $oy];
            // Triangles with the first point: areas, and their first and second moments.
            $area = ($ax * $by - $bx * $ay) / 2;
            $sum += $area;
            $sx += $area * ($ax + $bx) / 3;
            $sy += $area * ($ay + $by) / 3;
            $xx += $area * ($ax * $ax + $ax * $bx + $bx * $bx) / 6;
            $yy += $area * ($ay * $ay + $ay * $by + $by * $by) / 6;
            $xy += $area * ($ax * $ay + $bx * $by + ($ax * $by + $bx * $ay) / 2) / 6;
        }
        if (abs($sum) < 1e-9) {
            return [[$ox, $oy], 0.0];
        }
        [$mx, $my] = [$sx / $sum, $sy / $sum];

        return [
            [$ox + $mx, $oy + $my],
            0.5 * atan2(2 * ($xy / $sum - $mx * $my), $xx / $sum - $mx * $mx - $yy / $sum + $my * $my),
        ];
    }

    /**
     * Whether the first few points have another opposite them: most areas are told by one of them.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    private function mayMirror(array $points, Mirror $mirror): bool
    {
        $step = max(1, intdiv(\count($points), self::FEW));
        for ($i = 0; $i < \count($points); $i += $step) {
            $there = $mirror->of($points[$i]);
            [$place] = Polyline::nearest($points, $there);
            if (hypot($place[0] - $there[0], $place[1] - $there[1]) > self::AT_FIRST * $this->tolerance) {
                return false;
            }
        }

        return true;
    }

    /**
     * How far points, mirrored, lie off the line, outwards and inwards.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return non-empty-list<float>
     */
    private function offs(array $points, Mirror $mirror): array
    {
        $step = max(1, intdiv(\count($points), self::MANY));
        $there = [];
        for ($i = 0; $i < \count($points); $i += $step) {
            $there[] = $mirror->of($points[$i]);
        }
        $offs = [];
        foreach (Polyline::nearestInTurn($points, $there) as $i => [$place, $side]) {
            $offs[] = Polyline::far($place, $there[$i]) * ($side < 0 ? -1 : 1);
        }
        \assert([] !== $offs);

        return $offs;
    }
}
