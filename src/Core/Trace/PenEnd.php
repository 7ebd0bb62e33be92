<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Where a line of one width ends: cut off squarely, or round. */
final readonly class PenEnd
{
    /** Of the width, how far from the last place of a line's middle its end is. */
    private const NEAR = 3.5;

    /** What half a circle has less than a square end as long, in squares of its width; how much more or less any end may have. */
    private const ROUND = 0.5 - \M_PI / 8;
    private const SQUARE = 0.06;

    /** From which part of that on ends are round, both together, and by which they are unlike. */
    private const IS_ROUND = 0.7;

    /**
     * @param float       $less  what it has less than a square end as long, in squares of the width
     * @param float       $x     its farthest place
     * @param StraightFit $bound the way the line comes
     */
    private function __construct(private float $less, private float $x, private float $y, private StraightFit $bound)
    {
    }

    /**
     * @param list<array{float, float}>           $middle its last places
     * @param non-empty-list<array{float, float}> $rim    with its very corners
     *
     * @return ?self null for what is neither cut off nor round
     */
    public static function of(array $middle, array $rim, float $width): ?self
    {
        $bound = StraightFit::of($middle);
        [$mx, $my] = $bound->nearest($middle[\count($middle) - 1]);
        $places = array_map(
            static fn (array $point): array => [($point[0] - $mx) * $bound->dx + ($point[1] - $my) * $bound->dy, $bound->off($point)],
            $rim,
        );
        $apex = null;
        foreach ($places as $k => [$along, $off]) {
            if ($along > 0 && (null === $apex || $along > $places[$apex][0]) && hypot($along, $off) <= self::NEAR * $width) {
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

        return new self($less, $mx + $farthest * $bound->dx, $my + $farthest * $bound->dy, $bound);
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

        return abs(Polyline::area([...array_reverse($half(-1)), ...\array_slice($half(1), 1)]));
    }

    public function isLike(self $other): bool
    {
        return abs($this->less - $other->less) <= self::IS_ROUND * self::ROUND;
    }

    public function isRoundWith(self $other): bool
    {
        return ($this->less + $other->less) / 2 > self::IS_ROUND * self::ROUND;
    }

    /**
     * Where the line's middle ends.
     *
     * @param float $back so many pixels before its farthest place
     *
     * @return array{float, float}
     */
    public function place(float $back): array
    {
        return [$this->x - $back * $this->bound->dx, $this->y - $back * $this->bound->dy];
    }
}
