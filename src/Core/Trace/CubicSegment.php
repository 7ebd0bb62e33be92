<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A cubic Bézier. */
final readonly class CubicSegment implements Segment
{
    /**
     * @param array{float, float} $first  its handles
     * @param array{float, float} $second
     * @param array{float, float} $end
     */
    public function __construct(public array $first, public array $second, private array $end)
    {
    }

    public function end(): array
    {
        return $this->end;
    }

    public function reversedFrom(array $start): self
    {
        return new self($this->second, $this->first, $start);
    }

    public function path(\Closure $number): string
    {
        return 'C'.implode(' ', array_map($number, [...$this->first, ...$this->second, ...$this->end]));
    }

    public function cubicsFrom(array $start): array
    {
        return [$this];
    }

    public function scaled(float $times): self
    {
        return new self(
            [$this->first[0] * $times, $this->first[1] * $times],
            [$this->second[0] * $times, $this->second[1] * $times],
            [$this->end[0] * $times, $this->end[1] * $times],
        );
    }
}
