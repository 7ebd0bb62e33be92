<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** A round dab, or one drawn along a line. */
final readonly class Stroke
{
    private const MOST_POINTS = 2000;
    private const LEAST_RADIUS = 0.0001;
    public const MOST_RADIUS = 0.5;

    /** Steps of a side: finer than a pixel of the largest master. */
    private const STEPS = 1e5;

    /**
     * @param non-empty-list<array{float, float}> $points of the upright picture, as shares of its width and height
     * @param float                               $radius as a share of the picture's long side
     */
    public function __construct(public array $points, public float $radius)
    {
        if ($radius < self::LEAST_RADIUS || $radius > self::MOST_RADIUS) {
            throw ImpossibleEdit::because('a dab\'s radius goes from 0.0001 to 0.5 of the long side.');
        }
        if (\count($points) > self::MOST_POINTS) {
            throw ImpossibleEdit::because('a stroke has more than '.self::MOST_POINTS.' points.');
        }
        foreach ($points as $point) {
            if (min($point) < -0.5 || max($point) > 1.5) {
                throw ImpossibleEdit::because('a point lies far outside the picture.');
            }
        }
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        // As whole numbers they read the same everywhere.
        return [
            'points' => array_map(
                static fn (array $point): array => [(int) round($point[0] * self::STEPS), (int) round($point[1] * self::STEPS)],
                $this->points,
            ),
            'radius' => (int) round($this->radius * self::STEPS),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $points = [];
        foreach (\is_array($given = $record->toArray()['points'] ?? null) ? $given : [] as $point) {
            if (!\is_array($point) || !is_numeric($point[0] ?? null) || !is_numeric($point[1] ?? null)) {
                throw ImpossibleEdit::because('a point is a pair of whole numbers, in hundred thousandths of the sides.');
            }
            $points[] = [$point[0] / self::STEPS, $point[1] / self::STEPS];
        }
        if ([] === $points) {
            throw ImpossibleEdit::because('a stroke has at least one point.');
        }

        return new self($points, $record->int('radius') / self::STEPS);
    }

    /** @return list<self> of a record's list */
    public static function listFrom(JsonReader $record, string $name): array
    {
        return array_map(self::fromRecord(...), $record->records($name));
    }
}
