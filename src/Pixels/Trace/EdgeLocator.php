<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/**
 * Where a border runs between pixels. Edge pixels are mixtures of what lies on both sides, and what each has of either adds up,
 * square to the border, to where it is: exact for what a straight edge covers, whatever its angle.
 */
final readonly class EdgeLocator
{
    /** Pixels to each side that an edge's mixture reaches. */
    private const REACH = 4;

    /** Share from which on a pixel is of one paint alone. */
    private const TRACE = 0.035;

    /** Sides of pixels before and after one that tell which way the border runs. */
    private const AROUND = 3;

    /** Pixels that two points are apart at least. */
    private const APART = 0.55;

    public function __construct(private PaintMap $map)
    {
    }

    /**
     * @return list<array{float, float}> points along it, in pixels of the picture; the corners it begins and ends in left out
     */
    public function points(Chain $chain): array
    {
        $w = $this->map->width;
        $count = \count($chain->ways);
        $points = [];
        [$lastX, $lastY] = [\NAN, \NAN];
        foreach ($chain->ways as $i => $way) {
            [$from, $to] = $chain->isLoop
                ? [$chain->corners[($i - self::AROUND + $count) % $count], $chain->corners[($i + 1 + self::AROUND) % $count]]
                : [$chain->corners[max(0, $i - self::AROUND)], $chain->corners[min($count, $i + 1 + self::AROUND)]];
            $across = abs($from % $w - $to % $w);
            $down = abs(intdiv($from, $w) - intdiv($to, $w));
            $isUpright = 1 === $way % 2;
            if ($isUpright ? $across > $down : $down > $across) {
                continue;
            }
            [$x, $y] = $this->place($chain, $i);
            if (hypot($x - $lastX, $y - $lastY) < self::APART) {
                continue;
            }
            $points[] = [$x, $y];
            [$lastX, $lastY] = [$x, $y];
        }

        return $points;
    }

    /** @return array{float, float} */
    private function place(Chain $chain, int $i): array
    {
        $w = $this->map->width;
        $way = $chain->ways[$i];
        $isBack = $way > 1;
        // The corner at its left or upper end, the paint before it (left of it or above), and the one behind.
        $corner = $isBack ? $chain->corners[$i + 1] : $chain->corners[$i];
        [$before, $behind] = (0 === $way || 3 === $way) ? [$chain->left, $chain->right] : [$chain->right, $chain->left];
        $step = 1 === $way % 2 ? 1 : $w;
        $shift = $chain->isRim()
            ? 0.0
            : $this->sum($corner, $step, $behind, $before) - $this->sum($corner - $step, -$step, $before, $behind);
        [$x, $y] = [$corner % $w - 1, intdiv($corner, $w) - 1];

        return 1 === $step ? [$x + $shift, $y + 0.5] : [$x + 0.5, $y + $shift];
    }

    /** How much of another paint there is in pixels of one, from its border inwards. */
    private function sum(int $at, int $step, int $own, int $other): float
    {
        $map = $this->map->map;
        $paint = \chr($own);
        // Half of the pixels to the next border belong to that one.
        $run = 1;
        while ($run < 2 * self::REACH && $map[$at + $run * $step] === $paint) {
            ++$run;
        }
        $isThin = $run < 2 * self::REACH;
        $most = $isThin ? $run / 2 : self::REACH;
        $sum = 0.0;
        for ($k = 0; $k < $most; ++$k) {
            [$here, $there] = [$this->map->paintAt($own, $at), $this->map->paintAt($other, $at)];
            $share = $isThin ? $this->map->thinShare($at, $here, $there) : $this->map->share($at, $here, $there)[0];
            $sum += $share * min(1.0, $most - $k);
            if (abs($share) < self::TRACE) {
                break;
            }
            $at += $step;
        }

        return $sum;
    }
}
