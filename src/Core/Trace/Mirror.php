<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A line to both sides of which the same lies. */
final readonly class Mirror
{
    private function __construct(public float $x, public float $y, public float $dx, public float $dy)
    {
    }

    /**
     * @param array{float, float} $through
     * @param float               $angle   of the line, in radians from the way to the right
     */
    public static function at(array $through, float $angle): self
    {
        return new self($through[0], $through[1], cos($angle), sin($angle));
    }

    /**
     * Pixels that a point lies off it, to the one side and to the other.
     *
     * @param array{float, float} $point
     */
    public function off(array $point): float
    {
        return ($point[0] - $this->x) * $this->dy - ($point[1] - $this->y) * $this->dx;
    }

    /**
     * The place on the other side.
     *
     * @param array{float, float} $point
     *
     * @return array{float, float}
     */
    public function of(array $point): array
    {
        return $this->past($point, 2.0);
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
        return $this->past($point, 1.0);
    }

    /**
     * @param array{float, float} $point
     *
     * @return array{float, float}
     */
    private function past(array $point, float $times): array
    {
        $off = $times * $this->off($point);

        return [$point[0] - $off * $this->dy, $point[1] + $off * $this->dx];
    }
}
