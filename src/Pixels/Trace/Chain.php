<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/** Sides of pixels, one after the other, with one paint to the left and another to the right all the way. */
final readonly class Chain
{
    /**
     * @param non-empty-list<int> $corners of pixels, by the pixel to the right and below, in the map's counting
     * @param non-empty-list<int> $ways    which way each side goes: 0 right, 1 down, 2 left, 3 up
     */
    public function __construct(public array $corners, public array $ways, public int $left, public int $right, public bool $isLoop)
    {
    }

    public function end(): int
    {
        return $this->corners[\count($this->corners) - 1];
    }

    /** Which way its last side goes. */
    public function endWay(): int
    {
        return $this->ways[\count($this->ways) - 1];
    }

    /** Whether it is a part of the picture's own edge. */
    public function isRim(): bool
    {
        return PaintMap::OUTSIDE === $this->left || PaintMap::OUTSIDE === $this->right;
    }
}
