<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/** A soft round dab, or one drawn along a line: full in its middle, nothing from its radius on. */
final readonly class BrushStroke
{
    private const MOST_POINTS = 2000;

    /** As shares of the picture's long side. */
    public const LEAST_RADIUS = 0.002;
    public const MOST_RADIUS = 0.5;

    /** Shares of a side that a point may lie outside. */
    private const OUTSIDE = 0.5;

    /** Of the radius: within it the stroke is full. */
    private const FULL = 0.35;

    /**
     * @param non-empty-list<array{float, float}> $points of the upright picture, as shares of its width and height
     * @param float                               $radius as a share of the picture's long side
     */
    public function __construct(public array $points, public float $radius, public bool $takesAway = false)
    {
        if ($radius < self::LEAST_RADIUS || $radius > self::MOST_RADIUS) {
            throw ImpossibleMask::painted('a dab\'s radius goes from 0.002 to 0.5 of the long side.');
        }
        if (\count($points) > self::MOST_POINTS) {
            throw ImpossibleMask::painted('a stroke has more than '.self::MOST_POINTS.' points.');
        }
        foreach ($points as $point) {
            if (min($point) < -self::OUTSIDE || max($point) > 1 + self::OUTSIDE) {
                throw ImpossibleMask::painted('a point lies far outside the picture.');
            }
        }
    }

    /**
     * How strong it is so far from its line: 1 in the middle, falling along a smooth step (3 t² − 2 t³) to 0.
     *
     * @param float $distance in radii
     */
    public static function strengthAt(float $distance): float
    {
        $t = max(0.0, min(1.0, (1 - $distance) / (1 - self::FULL)));

        return $t * $t * (3 - 2 * $t);
    }

    /**
     * @param \Closure(array{float, float}): array{float, float} $place where a point is now; what is far outside counts as less so
     * @param float                                             $times how much larger a radius is as a share of the picture now
     */
    public function movedBy(\Closure $place, float $times): self
    {
        $near = static fn (float $at): float => max(-self::OUTSIDE, min(1 + self::OUTSIDE, $at));

        return new self(
            array_map(static fn (array $point): array => array_map($near, $place($point)), $this->points),
            max(self::LEAST_RADIUS, min(self::MOST_RADIUS, $this->radius * $times)),
            $this->takesAway,
        );
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        // Ten thousandths of a side are finer than any mark is soft; as whole numbers they read the same everywhere.
        return [
            'away' => $this->takesAway,
            'points' => array_map(
                static fn (array $point): array => [(int) round($point[0] * 1e4), (int) round($point[1] * 1e4)],
                $this->points,
            ),
            'radius' => (int) round($this->radius * 1e4),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $points = [];
        foreach (\is_array($given = $record->toArray()['points'] ?? null) ? $given : [] as $point) {
            if (!\is_array($point) || !is_numeric($point[0] ?? null) || !is_numeric($point[1] ?? null)) {
                throw ImpossibleMask::painted('a point is a pair of whole numbers, in ten thousandths of the picture\'s width and height.');
            }
            $points[] = [$point[0] / 1e4, $point[1] / 1e4];
        }
        if ([] === $points) {
            throw ImpossibleMask::painted('a stroke has at least one point.');
        }

        return new self($points, $record->int('radius') / 1e4, $record->has('away') && $record->bool('away'));
    }
}
