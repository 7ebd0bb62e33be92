<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Straight on. */
final readonly class LineSegment implements Segment
{
    public function __construct(private float $x, private float $y)
    {
    }

    public function end(): array
    {
        return [$this->x, $this->y];
    }

    public function reversedFrom(array $start): self
    {
        return new self($start[0], $start[1]);
    }

    public function path(\Closure $number): string
    {
        return 'L'.$number($this->x).' '.$number($this->y);
    }

    public function cubicsFrom(array $start): array
    {
        [$dx, $dy] = [($this->x - $start[0]) / 3, ($this->y - $start[1]) / 3];

        return [new CubicSegment([$start[0] + $dx, $start[1] + $dy], [$this->x - $dx, $this->y - $dy], [$this->x, $this->y])];
    }

    public function mirrored(Mirror $mirror): self
    {
        return new self(...$mirror->of([$this->x, $this->y]));
    }

    public function scaled(float $times): self
    {
        return new self($this->x * $times, $this->y * $times);
    }
}
