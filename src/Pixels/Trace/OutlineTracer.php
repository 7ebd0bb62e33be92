<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Trace\Border;
use Snugfit\Core\Trace\CurveFitter;
use Snugfit\Core\Trace\Gradient;
use Snugfit\Core\Trace\LineSegment;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\Paint;
use Snugfit\Core\Trace\Shape;
use Snugfit\Core\Trace\StraightFit;
use Snugfit\Core\Trace\TraceSettings;
use Snugfit\Pixels\Vips\Image;

/** Picture -> outlines: even areas, their paints, the borders between them to a part of a pixel, and curves along those. */
final readonly class OutlineTracer
{
    /** Points at a chain's end that tell where it is bound for, without those that a third paint touches. */
    private const TOUCHED = 2;
    private const BOUND = 6;

    /** Pixels that a place where three paints meet may lie from the corner of pixels where they do. */
    private const MEETING_REACH = 2.0;

    public function __construct(private TraceSettings $settings)
    {
    }

    /**
     * @param Image $picture bytes: red, green, blue, and maybe opacity, the colours times it
     * @param int   $times   how many of its pixels are one of the picture that settings speak of
     * @param float $noise   levels that samples are disturbed by, beside edges at least
     */
    public function trace(Image $picture, int $times = 1, float $noise = 0.0): Outlines
    {
        $picture = $picture->copyToMemory();
        $areas = FlatAreas::of($picture, $noise);
        $map = PaintMap::of($picture, $areas, AreaPaints::of($areas, $picture->bytes(), $picture->bands(), $this->settings));
        $graph = BorderGraph::of($map->map, $map->width);
        $small = array_filter($graph->areas, fn (array $area): bool => $area[2] < $this->settings->detail * $times ** 2);
        if ([] !== $small) {
            $map->sweep($graph, $small);
            $graph = BorderGraph::of($map->map, $map->width);
        }

        return $this->drawn($map, $graph, $areas->threshold, $times);
    }

    private function drawn(PaintMap $map, BorderGraph $graph, float $threshold, int $times): Outlines
    {
        $fitter = new CurveFitter($times * $this->settings->tolerance($threshold - 7.0), $this->settings->cornerDegrees());
        $locator = new EdgeLocator($map);
        $points = array_map($locator->points(...), $graph->chains);
        $meetings = $this->meetings($map, $graph, $points);
        $borders = [];
        foreach ($graph->chains as $number => $chain) {
            $some = $points[$number];
            if ($chain->isLoop) {
                $borders[] = \count($some) < 3 ? self::square($chain, $map->width) : $fitter->loop($some);
                continue;
            }
            [$from, $to] = [$meetings[$chain->corners[0]], $meetings[$chain->end()]];
            $isRim = PaintMap::OUTSIDE === $chain->left || PaintMap::OUTSIDE === $chain->right;
            $borders[] = $isRim ? new Border($from, [new LineSegment(...$to)]) : $fitter->open([$from, ...$some, $to]);
        }
        $shapes = array_map(static fn (array $area): Shape => new Shape($area[0], $area[1]), $graph->areas);

        return new Outlines($map->width - 2, $map->height - 2, array_map(self::paint(...), $map->paints), $borders, $shapes);
    }

    /** What is too small for points: the pixels' own sides. */
    private static function square(Chain $chain, int $width): Border
    {
        $places = array_map(static fn (int $corner): array => [(float) ($corner % $width - 1), (float) (intdiv($corner, $width) - 1)], $chain->corners);

        return new Border($places[0], array_map(static fn (array $place): LineSegment => new LineSegment(...$place), \array_slice($places, 1)));
    }

    /**
     * Where chains meet: what all of them are bound for, and in doubt the corner of pixels.
     *
     * @param array<int, list<array{float, float}>> $points by chain
     *
     * @return array<int, array{float, float}> by corner
     */
    private function meetings(PaintMap $map, BorderGraph $graph, array $points): array
    {
        $w = $map->width;
        $ends = [];
        foreach ($graph->chains as $number => $chain) {
            if (!$chain->isLoop) {
                $isRim = PaintMap::OUTSIDE === $chain->left || PaintMap::OUTSIDE === $chain->right;
                $ends[$chain->corners[0]][] = [$points[$number], $isRim, $chain->ways[0]];
                $ends[$chain->end()][] = [array_reverse($points[$number]), $isRim, $chain->ways[\count($chain->ways) - 1]];
            }
        }
        $meetings = [];
        foreach ($ends as $corner => $bound) {
            [$x, $y] = [(float) ($corner % $w - 1), (float) (intdiv($corner, $w) - 1)];
            [$a, $b, $c, $p, $q] = [0.05, 0.0, 0.05, 0.0, 0.0];
            foreach ($bound as [$some, $isRim, $way]) {
                $part = \array_slice($some, self::TOUCHED, self::BOUND);
                if ($isRim) {
                    // The picture's own edge.
                    [$nx, $ny, $weight, $off] = 0 === $way % 2 ? [0.0, 1.0, 1e6, 0.0] : [1.0, 0.0, 1e6, 0.0];
                } elseif (\count($part) < 3) {
                    continue;
                } else {
                    $fit = StraightFit::of($part);
                    [$nx, $ny, $weight] = [-$fit->dy, $fit->dx, 1.0];
                    $off = $nx * ($fit->x - $x) + $ny * ($fit->y - $y);
                }
                $a += $weight * $nx * $nx;
                $b += $weight * $nx * $ny;
                $c += $weight * $ny * $ny;
                $p += $weight * $nx * $off;
                $q += $weight * $ny * $off;
            }
            $determinant = $a * $c - $b * $b;
            [$dx, $dy] = [($p * $c - $b * $q) / $determinant, ($a * $q - $b * $p) / $determinant];
            $far = max(1.0, hypot($dx, $dy) / self::MEETING_REACH);
            $meetings[$corner] = [$x + $dx / $far, $y + $dy / $far];
        }

        return $meetings;
    }

    private static function paint(PixelPaint $paint): Paint
    {
        $flat = self::flat($paint->levels);
        if (!$paint->isGraded()) {
            return $flat;
        }
        [$first, $last] = [$paint->stops[0][0], $paint->stops[\count($paint->stops) - 1][0]];
        $first = $paint->isRadial ? 0.0 : $first;
        $at = static fn (float $along): array => $paint->isRadial
            ? [$paint->from[0] + $along, $paint->from[1]]
            : [$paint->from[0] + $along * $paint->way[0], $paint->from[1] + $along * $paint->way[1]];
        $stops = array_map(
            static fn (array $stop): array => [($stop[0] - $first) / ($last - $first), self::flat($stop[1])],
            $paint->stops,
        );

        return new Paint($flat->colour, $flat->opacity, new Gradient($paint->isRadial, $at($first), $at($last), $stops));
    }

    /** @param list<float> $levels */
    private static function flat(array $levels): Paint
    {
        $opacity = ($levels[3] ?? 255.0) / 255;
        $times = $opacity > 0.0 ? 1 / $opacity : 0.0;
        $hex = implode('', array_map(
            static fn (float $level): string => \sprintf('%02x', max(0, min(255, (int) round($level * $times)))),
            \array_slice($levels, 0, 3),
        ));

        return new Paint($hex, round($opacity, 3));
    }
}
