<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What of a closed line lies to one side of the line that mirrors it, from where it crosses that to where it does again. */
final readonly class MirroredHalf
{
    /** Sine of the angle by which a line may be off a right one to the mirror, and go on straight. */
    private const SQUARE = 0.03;

    /**
     * @param non-empty-list<array{float, float}> $points with both crossings
     */
    private function __construct(public array $points)
    {
    }

    /**
     * Each point with what lies opposite it, so that both halves have their say.
     *
     * @param non-empty-list<array{float, float}> $points of a closed line
     *
     * @return ?self null where the line does not cross it just twice
     */
    public static function of(array $points, Mirror $mirror): ?self
    {
        $count = \count($points);
        $even = [];
        $there = Polyline::nearestInTurn($points, array_map($mirror->of(...), $points));
        foreach ($points as $i => $point) {
            $back = $mirror->of($there[$i][0]);
            $even[] = [($point[0] + $back[0]) / 2, ($point[1] + $back[1]) / 2];
        }
        $crossings = [];
        foreach ($even as $i => $point) {
            if (($mirror->off($point) > 0) !== ($mirror->off($even[($i + 1) % $count]) > 0)) {
                $crossings[] = $i;
            }
        }
        if (2 !== \count($crossings)) {
            return null;
        }
        [$first, $second] = $crossings;
        $half = [self::crossing($mirror, $even[$first], $even[($first + 1) % $count])];
        for ($i = $first + 1; $i <= $second; ++$i) {
            $half[] = $even[$i];
        }
        $half[] = self::crossing($mirror, $even[$second], $even[($second + 1) % $count]);

        return new self($half);
    }

    /**
     * @param array{float, float} $one
     * @param array{float, float} $other
     *
     * @return array{float, float}
     */
    private static function crossing(Mirror $mirror, array $one, array $other): array
    {
        [$a, $b] = [$mirror->off($one), $mirror->off($other)];
        $share = $a / ($a - $b);

        return $mirror->nearest([$one[0] + $share * ($other[0] - $one[0]), $one[1] + $share * ($other[1] - $one[1])]);
    }

    /** The half as it was fitted, and the same back on the other side; straight on where both meet in a line. */
    public static function closed(Border $half, Mirror $mirror): Border
    {
        $other = $half->reversed()->mirrored($mirror);
        $segments = $half->segments;
        $back = $other->segments;
        $start = $half->start;
        [$last, $next] = [$segments[\count($segments) - 1] ?? null, $back[0] ?? null];
        if ($last instanceof LineSegment && $next instanceof LineSegment && self::isSquare($mirror, $half->end(), $next->end())) {
            array_pop($segments);
        }
        [$first, $final] = [$half->segments[0] ?? null, $back[\count($back) - 1] ?? null];
        if ($first instanceof LineSegment && $final instanceof LineSegment && \count($segments) > 0
            && self::isSquare($mirror, $start, $first->end())) {
            array_shift($segments);
            array_pop($back);
            $start = $first->end();
            $back[] = new LineSegment(...$start);
        }

        return new Border($start, [...$segments, ...$back]);
    }

    /**
     * Whether a line leaves the mirror squarely, so that it goes on straight on its other side.
     *
     * @param array{float, float} $on  a place on the mirror
     * @param array{float, float} $end
     */
    private static function isSquare(Mirror $mirror, array $on, array $end): bool
    {
        [$dx, $dy] = [$end[0] - $on[0], $end[1] - $on[1]];

        return abs($dx * $mirror->dx + $dy * $mirror->dy) <= self::SQUARE * hypot($dx, $dy);
    }
}
