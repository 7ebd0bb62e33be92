<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** The line that lies nearest to some points: least squares of the distances, square to it. */
final readonly class StraightFit
{
    /** Sine of the angle below which two run side by side. */
    private const SIDE_BY_SIDE = 0.17;

    /** @param float $dx its direction, of length 1, the way the points run */
    private function __construct(public float $x, public float $y, public float $dx, public float $dy)
    {
    }

    /**
     * @param list<array{float, float}> $points two at least
     */
    public static function of(array $points): self
    {
        $count = \count($points);
        [$sx, $sy] = [0.0, 0.0];
        foreach ($points as [$px, $py]) {
            $sx += $px;
            $sy += $py;
        }
        [$mx, $my] = [$sx / $count, $sy / $count];
        [$xx, $xy, $yy] = [0.0, 0.0, 0.0];
        foreach ($points as [$px, $py]) {
            [$ax, $ay] = [$px - $mx, $py - $my];
            $xx += $ax * $ax;
            $xy += $ax * $ay;
            $yy += $ay * $ay;
        }
        $angle = 0.5 * atan2(2 * $xy, $xx - $yy);
        [$dx, $dy] = [cos($angle), sin($angle)];
        $way = ($points[$count - 1][0] - $points[0][0]) * $dx + ($points[$count - 1][1] - $points[0][1]) * $dy;

        return $way < 0 ? new self($mx, $my, -$dx, -$dy) : new self($mx, $my, $dx, $dy);
    }

    /**
     * How far points lie off it.
     *
     * @param list<array{float, float}> $points
     */
    public function deviation(array $points): float
    {
        return Deviation::of(array_map($this->off(...), $points));
    }

    /**
     * To the one side of it and to the other.
     *
     * @param array{float, float} $point
     */
    public function off(array $point): float
    {
        return ($point[0] - $this->x) * $this->dy - ($point[1] - $this->y) * $this->dx;
    }

    /**
     * The place on it that is nearest.
     *
     * @param array{float, float} $point
     *
     * @return array{float, float}
     */
    public function nearest(array $point): array
    {
        $along = ($point[0] - $this->x) * $this->dx + ($point[1] - $this->y) * $this->dy;

        return [$this->x + $along * $this->dx, $this->y + $along * $this->dy];
    }

    /** @return ?array{float, float} null where the two run all but side by side */
    public function crossing(self $other): ?array
    {
        $cross = $this->dx * $other->dy - $this->dy * $other->dx;
        if (abs($cross) < self::SIDE_BY_SIDE) {
            return null;
        }
        $along = (($other->x - $this->x) * $other->dy - ($other->y - $this->y) * $other->dx) / $cross;

        return [$this->x + $along * $this->dx, $this->y + $along * $this->dy];
    }
}
