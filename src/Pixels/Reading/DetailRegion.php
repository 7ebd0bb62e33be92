<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

/** A telling spot of a picture, in shares of its sides, and what it tells. */
final readonly class DetailRegion
{
    public function __construct(public string $what, public float $x, public float $y)
    {
    }

    /** @return array{what: string, x: float, y: float} */
    public function toArray(): array
    {
        return ['what' => $this->what, 'x' => round($this->x, 4), 'y' => round($this->y, 4)];
    }
}
