<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Colours that go over into each other along a line, or from a middle outwards. Places are pixels of the picture. */
final readonly class Gradient
{
    /**
     * @param array{float, float}                $from  where the first colour is: of a radial one, its middle
     * @param array{float, float}                $to    where the last colour is: of a radial one, a place on its rim
     * @param non-empty-list<array{float, Paint}> $stops share of the way, 0 to 1, and its colour, in order
     */
    public function __construct(public bool $isRadial, public array $from, public array $to, public array $stops)
    {
    }

    public function radius(): float
    {
        return hypot($this->to[0] - $this->from[0], $this->to[1] - $this->from[1]);
    }

    public function scaled(float $times): self
    {
        return new self(
            $this->isRadial,
            [$this->from[0] * $times, $this->from[1] * $times],
            [$this->to[0] * $times, $this->to[1] * $times],
            $this->stops,
        );
    }
}
