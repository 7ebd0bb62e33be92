<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/**
 * How thick a shape's thinnest strokes are. Points in the middle of its strokes are looked at; at each, the shortest way from
 * edge to edge is the stroke. Tips come to nothing, so a share of the points is passed over.
 */
final class StrokeMeter
{
    /** Lines across and down a shape's box whose middles are looked at. */
    private const LINES = 8;

    /** Ways that are measured at each point: a stroke that runs between two of them is told 2 % too thick at most. */
    private const WAYS = 8;

    /** Straight pieces for a curve. */
    private const PIECES = 4;

    /** Share of the points that may be tips. */
    private const TIPS = 0.15;

    /** @var ?\WeakMap<VectorPath, ?float> */
    private static ?\WeakMap $known = null;

    /**
     * A letter is measured once, however many lines it stands in.
     *
     * @return ?float in the path's own units; null where nothing is drawn
     */
    public static function thinnest(VectorPath $path): ?float
    {
        $known = self::$known ??= new \WeakMap();
        if (!$known->offsetExists($path)) {
            $known[$path] = self::measured($path);
        }

        return $known[$path];
    }

    private static function measured(VectorPath $path): ?float
    {
        $edges = self::edges($path);
        $bounds = $path->bounds();
        if ([] === $edges || null === $bounds) {
            return null;
        }
        $found = [];
        foreach (self::middles($edges, $bounds) as [$x, $y]) {
            $shortest = \INF;
            for ($way = 0; $way < self::WAYS; ++$way) {
                [$before, $after] = self::reach($edges, $x, $y, \M_PI * $way / self::WAYS);
                $shortest = min($shortest, $before + $after);
            }
            if ($shortest > 0 && $shortest < \INF) {
                $found[] = $shortest;
            }
        }
        sort($found);

        return $found[(int) floor(self::TIPS * \count($found))] ?? null;
    }

    /** @return list<array{float, float, float, float}> straight edges, from x, y to x, y */
    private static function edges(VectorPath $path): array
    {
        $edges = [];
        [$x, $y, $startX, $startY] = [0.0, 0.0, 0.0, 0.0];
        foreach ($path->each() as [$step, $points]) {
            if ('M' === $step) {
                [$x, $y] = [$startX, $startY] = [$points[0], $points[1]];
            } elseif ('C' === $step) {
                [$x1, $y1, $x2, $y2, $x3, $y3] = array_pad($points, 6, 0.0);
                [$fromX, $fromY] = [$x, $y];
                for ($i = 1; $i <= self::PIECES; ++$i) {
                    $t = $i / self::PIECES;
                    [$a, $b, $c, $d] = [(1 - $t) ** 3, 3 * $t * (1 - $t) ** 2, 3 * $t ** 2 * (1 - $t), $t ** 3];
                    $toX = $a * $fromX + $b * $x1 + $c * $x2 + $d * $x3;
                    $toY = $a * $fromY + $b * $y1 + $c * $y2 + $d * $y3;
                    $edges[] = [$x, $y, $toX, $toY];
                    [$x, $y] = [$toX, $toY];
                }
            } else {
                [$toX, $toY] = 'Z' === $step ? [$startX, $startY] : [$points[0], $points[1]];
                $edges[] = [$x, $y, $toX, $toY];
                [$x, $y] = [$toX, $toY];
            }
        }

        return $edges;
    }

    /**
     * The middles of all that lies inside on lines across and down.
     *
     * @param list<array{float, float, float, float}> $edges
     * @param array{float, float, float, float}       $bounds
     *
     * @return \Generator<int, array{float, float}>
     */
    private static function middles(array $edges, array $bounds): \Generator
    {
        [$left, $top, $right, $bottom] = $bounds;
        for ($i = 0; $i < self::LINES; ++$i) {
            $share = ($i + 0.5) / self::LINES;
            $y = $top + $share * ($bottom - $top);
            foreach (self::inside(self::crossings($edges, $left, $y, 0.0)) as [$from, $to]) {
                yield [$left + ($from + $to) / 2, $y];
            }
            $x = $left + $share * ($right - $left);
            foreach (self::inside(self::crossings($edges, $x, $top, \M_PI / 2)) as [$from, $to]) {
                yield [$x, $top + ($from + $to) / 2];
            }
        }
    }

    /**
     * @param list<array{float, float}> $crossings
     *
     * @return \Generator<int, array{float, float}> from where to where
     */
    private static function inside(array $crossings): \Generator
    {
        [$winding, $from] = [0.0, 0.0];
        foreach ($crossings as [$at, $sense]) {
            $from = 0.0 === $winding ? $at : $from;
            $winding += $sense;
            if (0.0 === $winding) {
                yield [$from, $at];
            }
        }
    }

    /**
     * How far it is from a point inside to the edge, back and forth.
     *
     * @param list<array{float, float, float, float}> $edges
     *
     * @return array{float, float}
     */
    private static function reach(array $edges, float $x, float $y, float $way): array
    {
        foreach (self::inside(self::crossings($edges, $x, $y, $way)) as [$from, $to]) {
            if ($from <= 0 && $to >= 0) {
                return [-$from, $to];
            }
        }

        return [0.0, 0.0];
    }

    /**
     * Where a line through a point crosses the edges.
     *
     * @param list<array{float, float, float, float}> $edges
     *
     * @return list<array{float, float}> how far from the point, and from which side, in order
     */
    private static function crossings(array $edges, float $x, float $y, float $way): array
    {
        [$cos, $sin] = [cos($way), sin($way)];
        $found = [];
        foreach ($edges as [$x1, $y1, $x2, $y2]) {
            $side1 = ($y1 - $y) * $cos - ($x1 - $x) * $sin;
            $side2 = ($y2 - $y) * $cos - ($x2 - $x) * $sin;
            if (($side1 < 0) !== ($side2 < 0)) {
                $share = $side1 / ($side1 - $side2);
                $found[] = [
                    ($x1 + $share * ($x2 - $x1) - $x) * $cos + ($y1 + $share * ($y2 - $y1) - $y) * $sin,
                    $side1 < 0 ? 1.0 : -1.0,
                ];
            }
        }
        sort($found);

        return $found;
    }
}
