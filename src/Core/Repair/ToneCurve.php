<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/**
 * A curve through points that a person set, from input to output levels: monotone between two points (Fritsch and Carlson 1980,
 * "Monotone Piecewise Cubic Interpolation"; from memory), level before the first and after the last.
 */
final readonly class ToneCurve
{
    public const MOST_POINTS = 8;

    /** @var list<array{int, int}> from left to right */
    public array $points;

    /** @var list<float> slopes at the points */
    private array $slopes;

    /** @param list<array{int, int}> $points input and output levels, 0 to 255, none twice at one input; empty for a straight line */
    public function __construct(array $points = [])
    {
        usort($points, static fn (array $one, array $other): int => $one[0] <=> $other[0]);
        foreach ($points as $i => [$in, $out]) {
            if (min($in, $out) < 0 || max($in, $out) > 255 || ($i > 0 && $in === $points[$i - 1][0])) {
                throw ImpossibleEdit::because('a curve\'s points are levels from 0 to 255, none two of them above each other.');
            }
        }
        if (1 === \count($points) || \count($points) > self::MOST_POINTS) {
            throw ImpossibleEdit::because(\sprintf('a curve has 2 to %d points.', self::MOST_POINTS));
        }
        $this->points = $points;
        $this->slopes = self::slopesOf($points);
    }

    public function isStraight(): bool
    {
        return [] === array_filter($this->points, static fn (array $point): bool => $point[0] !== $point[1])
            && ([] === $this->points || (0 === $this->points[0][0] && 255 === $this->points[\count($this->points) - 1][0]));
    }

    /** @param float $value 0 to 1 */
    public function at(float $value): float
    {
        if ([] === $this->points) {
            return $value;
        }
        $level = 255 * $value;
        $last = \count($this->points) - 1;
        if ($level <= $this->points[0][0]) {
            return $this->points[0][1] / 255;
        }
        if ($level >= $this->points[$last][0]) {
            return $this->points[$last][1] / 255;
        }
        for ($i = 0; $level > $this->points[$i + 1][0];) {
            ++$i;
        }
        [[$x0, $y0], [$x1, $y1]] = [$this->points[$i], $this->points[$i + 1]];
        $wide = $x1 - $x0;
        $t = ($level - $x0) / $wide;

        return ($y0 * (1 + 2 * $t) * (1 - $t) ** 2 + $wide * $this->slopes[$i] * $t * (1 - $t) ** 2
            + $y1 * $t ** 2 * (3 - 2 * $t) + $wide * $this->slopes[$i + 1] * $t ** 2 * ($t - 1)) / 255;
    }

    /**
     * @param list<array{int, int}> $points
     *
     * @return list<float>
     */
    private static function slopesOf(array $points): array
    {
        $steps = [];
        for ($i = 1; $i < \count($points); ++$i) {
            $steps[] = ($points[$i][1] - $points[$i - 1][1]) / ($points[$i][0] - $points[$i - 1][0]);
        }
        $slopes = [];
        foreach (array_keys($points) as $i) {
            [$before, $after] = [$steps[$i - 1] ?? $steps[$i] ?? 0.0, $steps[$i] ?? $steps[$i - 1] ?? 0.0];
            // Where it turns it is level; else the harmonic mean never overshoots.
            $slopes[] = $before * $after <= 0 ? 0.0 : 2 / (1 / $before + 1 / $after);
        }

        return $slopes;
    }
}
