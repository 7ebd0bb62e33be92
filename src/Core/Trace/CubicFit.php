<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * The cubic Bézier between two places, with given directions there, that some points lie nearest to: least squares of the handles'
 * lengths, then the points' places along it anew by Newton's way, a few times (Schneider 1990, from memory).
 */
final class CubicFit
{
    private const ROUNDS = 4;

    /** Points looked at while fitting; all of them are when it is judged. */
    private const SAMPLE = 28;

    /**
     * @param non-empty-list<array{float, float}> $points from one end to the other
     * @param array{float, float}                 $out    direction at the start, of length 1
     * @param array{float, float}                 $in     direction at the end, of length 1, the way it runs
     *
     * @return array{CubicSegment, float} with how far points lie off, in pixels: Deviation
     */
    public static function of(array $points, array $out, array $in): array
    {
        $last = \count($points) - 1;
        [$from, $to] = [$points[0], $points[$last]];
        $lengths = [0.0];
        for ($i = 1; $i <= $last; ++$i) {
            $lengths[] = $lengths[$i - 1] + hypot($points[$i][0] - $points[$i - 1][0], $points[$i][1] - $points[$i - 1][1]);
        }
        $total = max(1e-9, $lengths[$last]);
        $step = max(1.0, $last / self::SAMPLE);
        [$some, $at] = [[], []];
        for ($i = $step; $i < $last - 0.5; $i += $step) {
            $some[] = $points[(int) $i];
            $at[] = $lengths[(int) $i] / $total;
        }
        [$first, $second] = self::handles($from, $to, $out, $in, $some, $at, $total);
        for ($round = 0; $round < self::ROUNDS && [] !== $some; ++$round) {
            foreach ($at as $i => $t) {
                $at[$i] = self::nearer($t, $from, $first, $second, $to, $some[$i]);
            }
            [$first, $second] = self::handles($from, $to, $out, $in, $some, $at, $total);
        }

        return [new CubicSegment($first, $second, $to), self::farthest($points, $lengths, $total, $first, $second)];
    }

    /**
     * @param array{float, float}       $from
     * @param array{float, float}       $to
     * @param array{float, float}       $out
     * @param array{float, float}       $in
     * @param list<array{float, float}> $points
     * @param list<float>               $at
     *
     * @return array{array{float, float}, array{float, float}}
     */
    private static function handles(array $from, array $to, array $out, array $in, array $points, array $at, float $total): array
    {
        [$c00, $c01, $c11, $x0, $x1] = [0.0, 0.0, 0.0, 0.0, 0.0];
        $dot = -($out[0] * $in[0] + $out[1] * $in[1]);
        foreach ($points as $i => [$px, $py]) {
            $t = $at[$i];
            $s = 1 - $t;
            $b1 = 3 * $t * $s * $s;
            $b2 = 3 * $t * $t * $s;
            $b03 = $s * $s * $s + $b1;
            $b33 = $t * $t * $t + $b2;
            $rx = $px - $from[0] * $b03 - $to[0] * $b33;
            $ry = $py - $from[1] * $b03 - $to[1] * $b33;
            $c00 += $b1 * $b1;
            $c01 += $b1 * $b2 * $dot;
            $c11 += $b2 * $b2;
            $x0 += $b1 * ($rx * $out[0] + $ry * $out[1]);
            $x1 -= $b2 * ($rx * $in[0] + $ry * $in[1]);
        }
        $determinant = $c00 * $c11 - $c01 * $c01;
        $chord = hypot($to[0] - $from[0], $to[1] - $from[1]);
        [$a, $b] = [0.0, 0.0];
        if (abs($determinant) > 1e-12) {
            $a = ($x0 * $c11 - $x1 * $c01) / $determinant;
            $b = ($c00 * $x1 - $c01 * $x0) / $determinant;
        }
        // What runs backwards, or far beyond, follows no points.
        $least = 1e-3 * $chord;
        if ($a < $least || $b < $least || $a > 2 * $total || $b > 2 * $total) {
            $a = $b = $chord / 3;
        }

        return [[$from[0] + $a * $out[0], $from[1] + $a * $out[1]], [$to[0] - $b * $in[0], $to[1] - $b * $in[1]]];
    }

    /**
     * @param array{float, float} $p0
     * @param array{float, float} $p1
     * @param array{float, float} $p2
     * @param array{float, float} $p3
     * @param array{float, float} $point
     */
    private static function nearer(float $t, array $p0, array $p1, array $p2, array $p3, array $point): float
    {
        $s = 1 - $t;
        [$b0, $b1, $b2, $b3] = [$s * $s * $s, 3 * $t * $s * $s, 3 * $t * $t * $s, $t * $t * $t];
        $x = $b0 * $p0[0] + $b1 * $p1[0] + $b2 * $p2[0] + $b3 * $p3[0] - $point[0];
        $y = $b0 * $p0[1] + $b1 * $p1[1] + $b2 * $p2[1] + $b3 * $p3[1] - $point[1];
        [$d0, $d1, $d2] = [3 * $s * $s, 6 * $t * $s, 3 * $t * $t];
        $dx = $d0 * ($p1[0] - $p0[0]) + $d1 * ($p2[0] - $p1[0]) + $d2 * ($p3[0] - $p2[0]);
        $dy = $d0 * ($p1[1] - $p0[1]) + $d1 * ($p2[1] - $p1[1]) + $d2 * ($p3[1] - $p2[1]);
        $ex = 6 * ($s * ($p2[0] - 2 * $p1[0] + $p0[0]) + $t * ($p3[0] - 2 * $p2[0] + $p1[0]));
        $ey = 6 * ($s * ($p2[1] - 2 * $p1[1] + $p0[1]) + $t * ($p3[1] - 2 * $p2[1] + $p1[1]));
        $slope = $dx * $dx + $dy * $dy + $x * $ex + $y * $ey;

        return abs($slope) < 1e-12 ? $t : max(0.0, min(1.0, $t - ($x * $dx + $y * $dy) / $slope));
    }

    /**
     * @param non-empty-list<array{float, float}> $points
     * @param list<float>                         $lengths along the points
     * @param array{float, float}                 $p1
     * @param array{float, float}                 $p2
     */
    private static function farthest(array $points, array $lengths, float $total, array $p1, array $p2): float
    {
        $last = \count($points) - 1;
        [$p0, $p3] = [$points[0], $points[$last]];
        $offs = [];
        for ($i = 1; $i < $last; ++$i) {
            $t = self::nearer($lengths[$i] / $total, $p0, $p1, $p2, $p3, $points[$i]);
            $t = self::nearer($t, $p0, $p1, $p2, $p3, $points[$i]);
            $s = 1 - $t;
            [$b0, $b1, $b2, $b3] = [$s * $s * $s, 3 * $t * $s * $s, 3 * $t * $t * $s, $t * $t * $t];
            $dx = $b0 * $p0[0] + $b1 * $p1[0] + $b2 * $p2[0] + $b3 * $p3[0] - $points[$i][0];
            $dy = $b0 * $p0[1] + $b1 * $p1[1] + $b2 * $p2[1] + $b3 * $p3[1] - $points[$i][1];
            // To which side of the way: what goes to and fro is the points' own noise.
            [$wx, $wy] = [$points[$i + 1][0] - $points[$i - 1][0], $points[$i + 1][1] - $points[$i - 1][1]];
            $offs[] = $dx * $wy - $dy * $wx < 0 ? -hypot($dx, $dy) : hypot($dx, $dy);
        }

        return Deviation::of($offs);
    }
}
