<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Trace\Border;
use Snugfit\Core\Trace\CurveFitter;
use Snugfit\Core\Trace\Gradient;
use Snugfit\Core\Trace\LineSegment;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\Paint;
use Snugfit\Core\Trace\PenFinder;
use Snugfit\Core\Trace\Shape;
use Snugfit\Core\Trace\StraightFit;
use Snugfit\Core\Trace\TraceGround;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Core\Trace\TraceSettings;

/** Picture -> outlines: even areas, their paints, the borders between them to a part of a pixel, and curves along those. */
final readonly class OutlineTracer
{
    /** Points at a chain's end that tell where it is bound for, without those that a third paint touches. */
    private const TOUCHED = 2;
    private const BOUND = 6;

    /** Pixels that a place where three paints meet may lie from the corner of pixels where they do. */
    private const MEETING_REACH = 2.0;

    /** Of the picture's border, what is of one paint where a design stands on a plain ground. */
    private const PLAIN = 0.9;

    /** Pixels that what a level of noise leaves may have. */
    private const SPECKLE = 0.5;

    public function __construct(private TraceSettings $settings)
    {
    }

    /**
     * @param bool $isForced whether outlines are wanted of what does not suit them
     *
     * @return array{Outlines, float, float} in the source's pixels, with the shares of it that are even, and that are neither even nor
     *   evenly shaded; without shapes where it does not suit
     */
    public function trace(TraceSource $source, bool $isForced = false): array
    {
        $picture = $source->picture;
        $areas = FlatAreas::of($picture, $source->noise);
        $paints = AreaPaints::of($areas, $picture->bytes(), $picture->bands(), $this->settings);
        $pixels = $picture->size()->pixels();
        $even = array_sum(array_intersect_key($areas->counts, $paints->byArea)) / $pixels;
        $mottled = array_sum($paints->mottled) / $pixels;
        if (!$isForced && !TraceReport::suits($even, $mottled)) {
            return [new Outlines($picture->size()->width, $picture->size()->height, [], [], []), $even, $mottled];
        }
        $map = PaintMap::of($source, $areas, $paints, $this->settings->colours);
        $graph = BorderGraph::of($map->map, $map->width);
        $least = ($this->settings->detail + self::SPECKLE * $source->noise) * $source->times ** 2;
        $small = array_filter($graph->areas, static fn (array $area): bool => $area[2] < $least);
        if ([] !== $small) {
            $map->sweep($graph, $small);
            $graph = BorderGraph::of($map->map, $map->width);
        }

        return [$this->drawn($map, $graph, $areas->threshold, $source->times), $even, $mottled];
    }

    private function drawn(PaintMap $map, BorderGraph $graph, float $threshold, float $times): Outlines
    {
        $tolerance = $times * $this->settings->tolerance($threshold - 7.0);
        $fitter = new CurveFitter($tolerance, $this->settings->cornerDegrees());
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
            $isRim = $chain->isRim();
            $borders[] = $isRim ? new Border($from, [new LineSegment(...$to)]) : $fitter->open([$from, ...$some, $to]);
        }
        $ground = $this->ground($graph);
        $shapes = [];
        foreach ($graph->areas as [$paint, $rings]) {
            if ($paint !== $ground || !self::joinsRim($graph, $rings[0])) {
                $shapes[] = new Shape($paint, $rings);
            }
        }

        $outlines = new Outlines($map->width - 2, $map->height - 2, array_map(self::paint(...), $map->paints), $borders, $shapes);

        return $this->settings->pens ? (new PenFinder($tolerance, $this->settings->cornerDegrees()))->find($outlines) : $outlines;
    }

    /** @return ?int the paint whose areas at the picture's border are left out */
    private function ground(BorderGraph $graph): ?int
    {
        $lengths = [];
        foreach ($graph->chains as $chain) {
            if ($chain->isRim()) {
                $paint = PaintMap::OUTSIDE === $chain->left ? $chain->right : $chain->left;
                $lengths[$paint] = ($lengths[$paint] ?? 0) + \count($chain->ways);
            }
        }
        if ([] === $lengths || TraceGround::Keep === $this->settings->ground) {
            return null;
        }
        $longest = array_search(max($lengths), $lengths, true);
        $isPlain = max($lengths) >= self::PLAIN * array_sum($lengths);

        return $isPlain || TraceGround::Drop === $this->settings->ground ? (int) $longest : null;
    }

    /** @param non-empty-list<array{int, bool}> $ring */
    private static function joinsRim(BorderGraph $graph, array $ring): bool
    {
        foreach ($ring as [$number]) {
            if ($graph->chains[$number]->isRim()) {
                return true;
            }
        }

        return false;
    }

    /** What is too small for points: the pixels' own sides. */
    private static function square(Chain $chain, int $width): Border
    {
        $places = array_map(
            static fn (int $corner): array => [(float) ($corner % $width - 1), (float) (intdiv($corner, $width) - 1)],
            $chain->corners,
        );
        $sides = array_map(static fn (array $place): LineSegment => new LineSegment(...$place), \array_slice($places, 1));

        return new Border($places[0], $sides);
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
                $isRim = $chain->isRim();
                $ends[$chain->corners[0]][] = [$points[$number], $isRim, $chain->ways[0]];
                $ends[$chain->end()][] = [array_reverse($points[$number]), $isRim, $chain->endWay()];
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
        if ([] === $paint->stops) {
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
