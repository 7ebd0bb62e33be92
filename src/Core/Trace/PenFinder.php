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

    /** Places along a line by which its ends are looked for. */
    private const PAIRS = 16;

    /** Of the width: how far from an end both sides tell its middle, and how far one still does. */
    private const END = 2.0;
    private const BESIDE = 1.0;

    /** Pixels of width up to which one end may look otherwise than the other: they are too few to tell. */
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
        $outer = Polyline::spaced($outer);
        $inner = Polyline::spaced($inner);
        [$middle, $widths] = self::between($outer, $inner, true);
        $width = self::evenWidth($widths);

        return null === $width || Polyline::length($middle) < self::LONG * $width
            ? null
            : new Pen($this->fitter->loop($middle), $width, false);
    }

    /** @param non-empty-list<array{float, float}> $rim */
    private function free(array $rim): ?Pen
    {
        $ring = Polyline::spaced($rim);
        $half = intdiv(\count($ring), 2);
        if ($half < 2 * self::BOUND) {
            return null;
        }
        $start = self::ends($ring, $half);
        $turned = [...\array_slice($ring, $start), ...\array_slice($ring, 0, $start)];
        $step = Polyline::length($ring) / \count($ring);
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
        $first = PenEnd::of(array_reverse(\array_slice($middle, 0, self::BOUND)), $rim, $width);
        $last = PenEnd::of(\array_slice($middle, -self::BOUND), $rim, $width);
        if (null === $first || null === $last || ($width > self::THIN && !$first->isLike($last))) {
            return null;
        }
        $isRound = $first->isRoundWith($last);
        $back = $isRound ? $width / 2 : 0.0;

        return new Pen($this->fitter->open([$first->place($back), ...$middle, $last->place($back)]), $width, $isRound);
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
                $sum += Polyline::far($ring[($start + $along) % $count], $ring[($start - $along + $count) % $count]) ** 2;
            }
            if ($sum < $least) {
                [$best, $least] = [$start, $sum];
            }
        }

        return $best;
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
            $widths[] = Polyline::far($point, $there);
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
}
