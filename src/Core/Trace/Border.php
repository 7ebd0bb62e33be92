<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What two areas share: one line between them, that both are drawn with. Closed where it ends where it begins. */
final readonly class Border
{
    /**
     * @param array{float, float} $start
     * @param list<Segment>       $segments
     */
    public function __construct(public array $start, public array $segments)
    {
    }

    /** @return array{float, float} */
    public function end(): array
    {
        return [] === $this->segments ? $this->start : $this->segments[\count($this->segments) - 1]->end();
    }

    public function reversed(): self
    {
        $starts = [$this->start];
        foreach ($this->segments as $segment) {
            $starts[] = $segment->end();
        }
        $back = [];
        for ($i = \count($this->segments) - 1; $i >= 0; --$i) {
            $back[] = $this->segments[$i]->reversedFrom($starts[$i]);
        }

        return new self($this->end(), $back);
    }

    public function mirrored(Mirror $mirror): self
    {
        return new self(
            $mirror->of($this->start),
            array_map(static fn (Segment $segment): Segment => $segment->mirrored($mirror), $this->segments),
        );
    }

    public function scaled(float $times): self
    {
        return new self(
            [$this->start[0] * $times, $this->start[1] * $times],
            array_map(static fn (Segment $segment): Segment => $segment->scaled($times), $this->segments),
        );
    }
}
