<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Areas that are lines of one width -> such lines: free ones and closed ones that lie on one paint, which then goes on beneath them.
 * What parts two paints, branches, swells or has a corner stays an area.
 */
final readonly class PenFinder
{
    /** A line is at least so many times as long as it is wide. */
    private const LONG = 4.0;

    /** Pixels and share of its width by which a line may be wider or narrower at a place, and share of places that may be more. */
    private const UNEVEN = 0.25;
    private const UNEVEN_SHARE = 0.08;
    private const MAY_DIFFER = 0.04;

    /** Straight pieces that a curve is taken for: each bends by less than outlines may lie off. */
    private const PIECES = 32;

    /** Places along a line that are looked at, and those by which its ends are looked for. */
    private const PLACES = 400;
    private const PAIRS = 16;

    /** Of the width: how far from an end both sides tell its middle, and how far one still does. */
    private const END = 2.0;
    private const BESIDE = 1.0;

    /** Of the width, how far from the last place of a line's middle its end is. */
    private const NEAR = 3.5;

    /** What half a circle has less than a square end as long, in squares of its width; how much more or less any end may have. */
    private const ROUND = 0.5 - \M_PI / 8;
    private const SQUARE = 0.06;

    /** From which part of that on ends are round, both together; pixels of width up to which one may look otherwise than the other. */
    private const IS_ROUND = 0.7;
    private const THIN = 8.0;

    /** Places from an end that tell where a line is bound for. */
    private const BOUND = 6;

    private CurveFitter $fitter;

    /** @param float $tolerance pixels that a line's middle may lie off */
    public function __construct(float $tolerance, float $corner)
    {
        $this->fitter = new CurveFitter($tolerance, $corner);
    }

    public function find(Outlines $outlines): Outlines
    {
        $around = self::around($outlines);
        $shapes = $outlines->shapes;
        $pens = [];
        foreach ($shapes as $i => $shape) {
            $paint = $outlines->paints[$shape->paint];
            if (null !== $paint->gradient || $paint->shinesThrough() || !self::isAlone($shape, $shapes, $around)) {
                continue;
            }
            $rim = $outlines->points($shape->rings[0], self::PIECES);
            $hole = isset($shape->rings[1]) ? $outlines->points($shape->rings[1], self::PIECES) : null;
            if ([] === $rim || [] === $hole) {
                continue;
            }
            $pen = null === $hole ? $this->free($rim) : $this->closed($rim, $hole);
            if (null !== $pen) {
                $pens[$i] = $pen;
            }
        }
        // Thin ones first: what lies between two lines is none itself.
        uasort($pens, static fn (Pen $one, Pen $other): int => $one->width <=> $other->width);
        $taken = [];
        foreach ($pens as $i => $pen) {
            $beside = [];
            foreach ($shapes[$i]->rings as $ring) {
                array_push($beside, ...$around[$ring[0][0]]['hole'], ...$around[$ring[0][0]]['rim']);
            }
            if ([] === array_intersect($beside, $taken)) {
                $taken[] = $i;
                $shapes[$i] = new Shape($shapes[$i]->paint, $shapes[$i]->rings, $pen);
            }
        }

        return $outlines->with($outlines->paints, array_values($shapes));
    }

    /**
     * Whose rim a border is, and in whose holes it lies.
     *
     * @return array<int, array{rim: list<int>, hole: list<int>}> shapes by border
     */
    private static function around(Outlines $outlines): array
    {
        $around = [];
        foreach ($outlines->shapes as $i => $shape) {
            foreach ($shape->rings as $k => $ring) {
                foreach ($ring as [$border]) {
                    $around[$border] ??= ['rim' => [], 'hole' => []];
                    $around[$border][0 === $k ? 'rim' : 'hole'][] = $i;
                }
            }
        }

        return $around;
    }

    /**
     * Whether all that lies round it, and within it, is of one paint.
     *
     * @param list<Shape>                                                $shapes
     * @param array<int, array{rim: list<int>, hole: list<int>}> $around
     */
    private static function isAlone(Shape $shape, array $shapes, array $around): bool
    {
        if (\count($shape->rings) > 2 || [] !== array_filter($shape->rings, static fn (array $ring): bool => 1 !== \count($ring))) {
            return false;
        }
        $outside = $around[$shape->rings[0][0][0]]['hole'];
        if (!isset($shape->rings[1])) {
            return \count($outside) <= 1;
        }
        $inside = $around[$shape->rings[1][0][0]]['rim'];

        return 1 === \count($outside) && 1 === \count($inside) && $shapes[$outside[0]]->paint === $shapes[$inside[0]]->paint;
    }

    /**
     * @param non-empty-list<array{float, float}> $outer
     * @param non-empty-list<array{float, float}> $inner
     */
    private function closed(array $outer, array $inner): ?Pen
    {
        $outer = self::spaced($outer);
        $inner = self::spaced($inner);
        [$middle, $widths] = self::between($outer, $inner, true);
        $width = self::evenWidth($widths);

        return null === $width || self::length($middle) < self::LONG * $width
            ? null
            : new Pen($this->fitter->loop($middle), $width, false);
    }

    /** @param non-empty-list<array{float, float}> $rim */
    private function free(array $rim): ?Pen
    {
        $ring = self::spaced($rim);
        $half = intdiv(\count($ring), 2);
        if ($half < 2 * self::BOUND) {
            return null;
        }
        $start = self::ends($ring, $half);
        $turned = [...\array_slice($ring, $start), ...\array_slice($ring, 0, $start)];
        $step = self::length($ring) / \count($ring);
        [$one, $other] = [\array_slice($turned, 0, $half), \array_slice($turned, $half)];
        \assert([] !== $one && [] !== $other);
        $guess = self::median(self::between($one, $other, false)[1]);
        $skip = (int) ceil(self::END * $guess / $step);
        if ($half - 2 * $skip < 2 * self::BOUND || $half * $step < self::LONG * $guess) {
            return null;
        }
        $inner = \array_slice($one, $skip, $half - 2 * $skip);
        \assert([] !== $inner);
        [$middle, $widths] = self::between($inner, $other, false);
        $width = self::evenWidth($widths);
        if (null === $width) {
            return null;
        }
        // Nearer to the ends one side tells where the middle is: half of the width from it.
        $beside = (int) ceil(self::BESIDE * $width / $step);
        for ($i = $skip - 1; $i >= $beside; --$i) {
            array_unshift($middle, self::inwards($one, $i, $middle[0], $width / 2));
        }
        for ($i = $half - $skip; $i < $half - $beside; ++$i) {
            $middle[] = self::inwards($one, $i, $middle[\count($middle) - 1], $width / 2);
        }
        $first = self::end(array_reverse(\array_slice($middle, 0, self::BOUND)), $rim, $width);
        $last = self::end(\array_slice($middle, -self::BOUND), $rim, $width);
        // Ends of thin lines are too few pixels to tell.
        if (null === $first || null === $last || ($width > self::THIN && abs($first[0] - $last[0]) > self::IS_ROUND * self::ROUND)) {
            return null;
        }
        $isRound = ($first[0] + $last[0]) / 2 > self::IS_ROUND * self::ROUND;
        [$start, $end] = array_map(static fn (array $one): array => [
            $one[1][0] - ($isRound ? $width / 2 * $one[2]->dx : 0.0),
            $one[1][1] - ($isRound ? $width / 2 * $one[2]->dy : 0.0),
        ], [$first, $last]);

        return new Pen($this->fitter->open([$start, ...$middle, $end]), $width, $isRound);
    }

    /**
     * The place so far from a side, on the middle's side of it.
     *
     * @param list<array{float, float}> $side
     * @param array{float, float}       $middle a place of it near there
     *
     * @return array{float, float}
     */
    private static function inwards(array $side, int $i, array $middle, float $far): array
    {
        $way = StraightFit::of(\array_slice($side, max(0, $i - 2), 5));
        $place = $way->nearest($side[$i]);
        $far *= $way->off($middle) > 0 ? 1 : -1;

        return [$place[0] + $far * $way->dy, $place[1] - $far * $way->dx];
    }

    /**
     * Where the two ends of a line are, if it is one: there both sides, from end to end, are nearest to each other.
     *
     * @param non-empty-list<array{float, float}> $ring
     */
    private static function ends(array $ring, int $half): int
    {
        $count = \count($ring);
        [$best, $least] = [0, \INF];
        for ($start = 0; $start < $half; ++$start) {
            $sum = 0.0;
            for ($k = 1; $k <= self::PAIRS; ++$k) {
                $along = intdiv($half * $k, self::PAIRS + 1);
                $sum += self::far($ring[($start + $along) % $count], $ring[($start - $along + $count) % $count]) ** 2;
            }
            if ($sum < $least) {
                [$best, $least] = [$start, $sum];
            }
        }

        return $best;
    }

    /**
     * What a line's end has less than a square one, its farthest place, and where it is bound for; null for what is neither cut off
     * nor round.
     *
     * @param list<array{float, float}>           $middle its last places
     * @param non-empty-list<array{float, float}> $rim    with its very corners
     *
     * @return ?array{float, array{float, float}, StraightFit}
     */
    private static function end(array $middle, array $rim, float $width): ?array
    {
        $bound = StraightFit::of($middle);
        [$mx, $my] = $bound->nearest($middle[\count($middle) - 1]);
        $places = array_map(
            static fn (array $point): array => [($point[0] - $mx) * $bound->dx + ($point[1] - $my) * $bound->dy, $bound->off($point)],
            $rim,
        );
        $apex = null;
        foreach ($places as $k => [$along, $off]) {
            if ($along > ($places[$apex ?? $k][0] - (null === $apex ? 1 : 0)) && $along > 0 && hypot($along, $off) <= self::NEAR * $width) {
                $apex = $k;
            }
        }
        if (null === $apex) {
            return null;
        }
        $farthest = $places[$apex][0];
        // What a square end of that length would have more, in squares of the width.
        $less = ($width * $farthest - self::areaBeyond($places, $apex)) / $width ** 2;
        if ($less < -self::SQUARE || $less > self::ROUND + self::SQUARE) {
            return null;
        }

        return [$less, [$mx + $farthest * $bound->dx, $my + $farthest * $bound->dy], $bound];
    }

    /**
     * The area of an end: from its farthest place back to both sides.
     *
     * @param non-empty-list<array{float, float}> $places along the line's bound and off it, round and round
     */
    private static function areaBeyond(array $places, int $apex): float
    {
        $count = \count($places);
        $half = static function (int $step) use ($places, $apex, $count): array {
            $walk = [];
            for ($k = 0; $k < $count; ++$k) {
                [$along, $off] = $places[($apex + $step * $k + $count) % $count];
                if ($along < 0) {
                    [$before, $there] = $places[($apex + $step * ($k - 1) + $count) % $count];
                    $walk[] = [0.0, $there + ($off - $there) * $before / ($before - $along)];
                    break;
                }
                $walk[] = [$along, $off];
            }

            return $walk;
        };
        $rim = [...array_reverse($half(-1)), ...\array_slice($half(1), 1)];
        $sum = 0.0;
        foreach ($rim as $k => [$x, $y]) {
            [$nx, $ny] = $rim[($k + 1) % \count($rim)];
            $sum += $x * $ny - $nx * $y;
        }

        return abs($sum) / 2;
    }

    /**
     * @param non-empty-list<array{float, float}> $one
     * @param non-empty-list<array{float, float}> $other
     *
     * @return array{non-empty-list<array{float, float}>, non-empty-list<float>} the middle between both, and how far apart they are
     */
    private static function between(array $one, array $other, bool $isClosed): array
    {
        $middle = $widths = [];
        foreach ($one as $point) {
            [$there] = Polyline::nearest($other, $point, $isClosed);
            $middle[] = [($point[0] + $there[0]) / 2, ($point[1] + $there[1]) / 2];
            $widths[] = self::far($point, $there);
        }

        return [$middle, $widths];
    }

    /**
     * @param non-empty-list<float> $widths
     *
     * @return ?float null where they differ
     */
    private static function evenWidth(array $widths): ?float
    {
        $width = self::median($widths);
        $most = max(self::UNEVEN, self::UNEVEN_SHARE * $width);
        $off = \count(array_filter($widths, static fn (float $one): bool => abs($one - $width) > $most));

        return $off <= self::MAY_DIFFER * \count($widths) ? $width : null;
    }

    /** @param non-empty-list<float> $values */
    private static function median(array $values): float
    {
        sort($values);

        return $values[intdiv(\count($values), 2)];
    }

    /**
     * Places about a pixel apart along a closed line; fewer along long ones.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @return non-empty-list<array{float, float}>
     */
    private static function spaced(array $points): array
    {
        $length = self::length($points);
        $count = (int) max(8, min(self::PLACES, round($length)));
        $step = $length / $count;
        [$spaced, $next, $at] = [[], 0.0, 0.0];
        foreach ($points as $i => $point) {
            $to = $points[($i + 1) % \count($points)];
            $far = self::far($point, $to);
            while ($next < $at + $far && \count($spaced) < $count) {
                $share = ($next - $at) / $far;
                $spaced[] = [$point[0] + $share * ($to[0] - $point[0]), $point[1] + $share * ($to[1] - $point[1])];
                $next += $step;
            }
            $at += $far;
        }

        return [] === $spaced ? $points : $spaced;
    }

    /** @param non-empty-list<array{float, float}> $points of a closed line */
    private static function length(array $points): float
    {
        $length = 0.0;
        foreach ($points as $i => $point) {
            $length += self::far($point, $points[$i + 1] ?? $points[0]);
        }

        return $length;
    }

    /**
     * @param array{float, float} $one
     * @param array{float, float} $other
     */
    private static function far(array $one, array $other): float
    {
        return hypot($one[0] - $other[0], $one[1] - $other[1]);
    }
}
