<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** Outlines as steps of a pen: moves, lines, cubic curves and ends. Filled by the nonzero rule. Down counts positive. */
final readonly class VectorPath
{
    /** Points that each step takes. */
    private const POINTS = ['M' => 1, 'L' => 1, 'C' => 3, 'Z' => 0];

    /**
     * @param string      $steps  M, L, C or Z, one letter a step
     * @param list<float> $points x and y of the steps' points, one after the other
     */
    public function __construct(public string $steps = '', public array $points = [])
    {
    }

    /**
     * Reads what toSvg() writes.
     *
     * @throws ImpossibleLettering
     */
    public static function fromSvg(string $path): self
    {
        preg_match_all('/([mlcz])((?:-?\d+(?:\.\d)? ?)*)/', $path, $found, \PREG_SET_ORDER);
        if (implode('', array_column($found, 0)) !== $path) {
            throw ImpossibleLettering::path();
        }
        [$steps, $points, $x, $y, $start] = ['', [], 0.0, 0.0, [0.0, 0.0]];
        foreach ($found as [, $letter, $figures]) {
            preg_match_all('/-?\d+(?:\.\d)?/', $figures, $numbers);
            $step = strtoupper($letter);
            $moves = array_map(floatval(...), $numbers[0]);
            if (\count($moves) !== 2 * self::POINTS[$step]) {
                throw ImpossibleLettering::path();
            }
            foreach (array_chunk($moves, 2) as [$right, $down]) {
                $points[] = self::rounded($x + $right);
                $points[] = self::rounded($y + $down);
            }
            // An end leads back to where its outline began.
            [$x, $y] = 'Z' === $step ? $start : \array_slice($points, -2);
            $start = 'M' === $step ? [$x, $y] : $start;
            $steps .= $step;
        }

        return new self($steps, $points);
    }

    /** @param list<self> $paths */
    public static function joined(array $paths): self
    {
        return new self(
            implode('', array_map(static fn (self $path): string => $path->steps, $paths)),
            array_merge(...array_map(static fn (self $path): array => $path->points, $paths)),
        );
    }

    public function isEmpty(): bool
    {
        return '' === $this->steps;
    }

    /** So many times as large, turned clockwise by radians round its origin, then moved. */
    public function placed(float $times, float $x, float $y, float $turn = 0.0): self
    {
        $points = [];
        [$cos, $sin] = [$times * cos($turn), $times * sin($turn)];
        for ($i = 0, $count = \count($this->points); $i < $count; $i += 2) {
            [$right, $down] = [$this->points[$i], $this->points[$i + 1]];
            $points[] = $x + $cos * $right - $sin * $down;
            $points[] = $y + $sin * $right + $cos * $down;
        }

        return new self($this->steps, $points);
    }

    /**
     * Of all its points: what is bent between them may stay inside.
     *
     * @return ?array{float, float, float, float} left, top, right and bottom; null where nothing is drawn
     */
    public function bounds(): ?array
    {
        /** @var \WeakMap<self, ?array{float, float, float, float}> $known many prints have the same outlines */
        static $known = new \WeakMap();
        if (!$known->offsetExists($this)) {
            $known[$this] = [] === $this->points ? null : $this->box();
        }

        return $known[$this];
    }

    /** @return array{float, float, float, float} */
    private function box(): array
    {
        [$left, $top, $right, $bottom] = [\INF, \INF, -\INF, -\INF];
        for ($i = 0, $count = \count($this->points); $i < $count; $i += 2) {
            [$left, $right] = [min($left, $this->points[$i]), max($right, $this->points[$i])];
            [$top, $bottom] = [min($top, $this->points[$i + 1]), max($bottom, $this->points[$i + 1])];
        }

        return [$left, $top, $right, $bottom];
    }

    /** To tenths, which is how paths are kept. */
    public function inTenths(): self
    {
        $points = $this->points;
        foreach ($points as $i => $value) {
            $points[$i] = floor(10 * $value + 0.5) / 10;
        }

        return new self($this->steps, $points);
    }

    /** As SVG writes paths: in tenths, each step counted from where the last one ended. */
    public function toSvg(): string
    {
        /** @var \WeakMap<self, string> $known */
        static $known = new \WeakMap();

        return $known[$this] ??= $this->written();
    }

    private function written(): string
    {
        // In whole tenths: floating ones take several times as long to write.
        [$written, $at, $x, $y, $startX, $startY] = ['', 0, 0, 0, 0, 0];
        for ($i = 0, $count = \strlen($this->steps); $i < $count; ++$i) {
            $step = $this->steps[$i];
            if ('Z' === $step) {
                $written .= 'z';
                [$x, $y] = [$startX, $startY];
                continue;
            }
            [$toX, $toY, $mark] = [$x, $y, strtolower($step)];
            for ($end = $at + 2 * self::POINTS[$step]; $at < $end; $at += 2) {
                $toX = (int) floor(10 * $this->points[$at] + 0.5);
                $toY = (int) floor(10 * $this->points[$at + 1] + 0.5);
                $written .= $mark.self::number($toX - $x).' '.self::number($toY - $y);
                $mark = ' ';
            }
            [$x, $y] = [$toX, $toY];
            [$startX, $startY] = 'M' === $step ? [$x, $y] : [$startX, $startY];
        }

        return $written;
    }

    /** @return \Generator<int, array{string, list<float>}> each step with its points */
    public function each(): \Generator
    {
        $at = 0;
        for ($i = 0, $count = \strlen($this->steps); $i < $count; ++$i) {
            $step = $this->steps[$i];
            yield [$step, \array_slice($this->points, $at, 2 * self::POINTS[$step])];
            $at += 2 * self::POINTS[$step];
        }
    }

    private static function rounded(float $value): float
    {
        return floor(10 * $value + 0.5) / 10;
    }

    private static function number(int $tenths): string
    {
        $rest = abs($tenths) % 10;
        $whole = intdiv(abs($tenths), 10);

        return ($tenths < 0 ? '-' : '').(0 === $rest ? $whole : $whole.'.'.$rest);
    }
}
