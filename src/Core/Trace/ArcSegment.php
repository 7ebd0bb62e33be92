<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A part of a circle. */
final readonly class ArcSegment implements Segment
{
    /**
     * @param bool                $isLarge whether it is more than half of the circle
     * @param bool                $turns   clockwise, as seen on paper
     * @param array{float, float} $end
     */
    public function __construct(public float $radius, public bool $isLarge, public bool $turns, private array $end)
    {
    }

    public function end(): array
    {
        return $this->end;
    }

    public function reversedFrom(array $start): self
    {
        return new self($this->radius, $this->isLarge, !$this->turns, $start);
    }

    public function path(\Closure $number): string
    {
        $radius = $number($this->radius);

        return \sprintf(
            'A%s %s 0 %d %d %s %s',
            $radius,
            $radius,
            $this->isLarge ? 1 : 0,
            $this->turns ? 1 : 0,
            $number($this->end[0]),
            $number($this->end[1]),
        );
    }

    /**
     * Its middle.
     *
     * @param array{float, float} $start
     *
     * @return array{float, float}
     */
    public function centre(array $start): array
    {
        [$dx, $dy] = [$this->end[0] - $start[0], $this->end[1] - $start[1]];
        $chord = hypot($dx, $dy);
        if ($chord < 1e-12) {
            return $start;
        }
        $height = sqrt(max(0.0, $this->radius ** 2 - $chord ** 2 / 4)) * ($this->isLarge === $this->turns ? -1 : 1);

        return [($start[0] + $this->end[0]) / 2 - $height * $dy / $chord, ($start[1] + $this->end[1]) / 2 + $height * $dx / $chord];
    }

    /** By quarters at most, each as near to the circle as a cubic can be: 0.03 % of the radius. */
    public function cubicsFrom(array $start): array
    {
        [$x, $y] = $this->centre($start);
        $from = atan2($start[1] - $y, $start[0] - $x);
        $to = atan2($this->end[1] - $y, $this->end[0] - $x);
        $sweep = fmod($to - $from + 4 * \M_PI, 2 * \M_PI);
        $sweep = $this->turns ? $sweep : $sweep - 2 * \M_PI;
        $parts = max(1, (int) ceil(abs($sweep) / (\M_PI / 2) - 1e-9));
        $step = $sweep / $parts;
        $handle = 4 / 3 * tan($step / 4) * $this->radius;
        $cubics = [];
        for ($i = 0; $i < $parts; ++$i) {
            [$a, $b] = [$from + $i * $step, $from + ($i + 1) * $step];
            $end = [$x + $this->radius * cos($b), $y + $this->radius * sin($b)];
            $cubics[] = new CubicSegment(
                [$x + $this->radius * cos($a) - $handle * sin($a), $y + $this->radius * sin($a) + $handle * cos($a)],
                [$end[0] + $handle * sin($b), $end[1] - $handle * cos($b)],
                $i === $parts - 1 ? $this->end : $end,
            );
        }

        return $cubics;
    }

    public function mirrored(Mirror $mirror): self
    {
        return new self($this->radius, $this->isLarge, !$this->turns, $mirror->of($this->end));
    }

    public function scaled(float $times): self
    {
        return new self($this->radius * $times, $this->isLarge, $this->turns, [$this->end[0] * $times, $this->end[1] * $times]);
    }
}
