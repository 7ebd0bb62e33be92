<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/**
 * A cylinder that a print goes round. The y of its space is its axis, the origin half way up it; a point of the print that is u along it
 * from its middle stands at the angle facing + u ÷ radius, counted from z towards x.
 */
final readonly class RoundSurface implements Surface
{
    public const TYPE = 'cylinder';

    public function __construct(
        public Projection $projection,
        private PrintSize $area,
        public Length $radius,
        /** Degrees from the viewer, to the right, that the print's middle is turned to. */
        public float $facing,
    ) {
    }

    public function area(): PrintSize
    {
        return $this->area;
    }

    /**
     * A point of the print in the scene's pixels.
     *
     * @param float $u millimetres from its middle along it, to the right
     * @param float $v millimetres from its middle, down
     *
     * @return array{float, float}
     */
    public function point(float $u, float $v): array
    {
        $radius = $this->radius->inMillimetres();
        $angle = deg2rad($this->facing) + $u / $radius;

        return $this->projection->point($radius * sin($angle), $v, $radius * cos($angle));
    }

    public function toArray(): array
    {
        return [
            'type' => self::TYPE,
            'matrix' => $this->projection->numbers,
            'area' => [$this->area->width->inMillimetres(), $this->area->height->inMillimetres()],
            'radius' => $this->radius->inMillimetres(),
            'facing' => $this->facing,
        ];
    }
}
