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

    /**
     * @param array{float, float} $start
     *
     * @return array{float, float} a place on it, from 0 at the start to 1
     */
    public function at(array $start, float $t): array
    {
        $s = 1 - $t;
        [$a, $b, $c, $d] = [$s ** 3, 3 * $t * $s ** 2, 3 * $t ** 2 * $s, $t ** 3];

        return [
            $a * $start[0] + $b * $this->first[0] + $c * $this->second[0] + $d * $this->end[0],
            $a * $start[1] + $b * $this->first[1] + $c * $this->second[1] + $d * $this->end[1],
        ];
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

    public function mirrored(Mirror $mirror): self
    {
        return new self($mirror->of($this->first), $mirror->of($this->second), $mirror->of($this->end));
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
