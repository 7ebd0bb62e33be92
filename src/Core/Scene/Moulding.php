<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;

/** Profiles that frames are made of: drawn, so that they are right at every size. */
enum Moulding: string
{
    case Oak = 'oak';
    case Walnut = 'walnut';
    case Black = 'black';
    case White = 'white';
    case Gilt = 'gilt';

    public function label(): string
    {
        return match ($this) {
            self::Oak => 'Oak, 20 mm',
            self::Walnut => 'Walnut, 25 mm',
            self::Black => 'Black, 18 mm',
            self::White => 'White, 22 mm',
            self::Gilt => 'Gilt, 32 mm',
        };
    }

    /** Of its face, as it is seen from the front. */
    public function width(): Length
    {
        return Length::millimetres(match ($this) {
            self::Oak => 20.0,
            self::Walnut => 25.0,
            self::Black => 18.0,
            self::White => 22.0,
            self::Gilt => 32.0,
        });
    }

    /** How far it stands out from the wall. */
    public function depth(): Length
    {
        return Length::millimetres(match ($this) {
            self::Oak, self::Walnut => 30.0,
            self::Black, self::White => 26.0,
            self::Gilt => 34.0,
        });
    }

    /** @return array{string, string} its own colour, and that of its grain: six hexadecimal digits */
    public function colours(): array
    {
        return match ($this) {
            self::Oak => ['cfae80', '9b7647'],
            self::Walnut => ['6e4c35', '3d281a'],
            self::Black => ['2b2a2a', '201f1f'],
            self::White => ['f1eee8', 'e4e0d7'],
            self::Gilt => ['b8975a', '7c5f2e'],
        };
    }

    public function hasGrain(): bool
    {
        return self::Oak === $this || self::Walnut === $this;
    }

    /**
     * How its face rises and falls, from the outer edge to the inner one.
     *
     * @return non-empty-list<array{float, float}> where (0 to 1), and how steeply it rises towards the inside
     */
    public function slopes(): array
    {
        return match ($this) {
            self::Oak, self::White => [[0.0, 0.9], [0.06, 0.0], [0.9, 0.0], [0.94, -0.7], [1.0, -0.9]],
            self::Black => [[0.0, 1.0], [0.08, 0.05], [0.86, 0.05], [0.92, -0.8], [1.0, -1.0]],
            self::Walnut => [[0.0, 1.0], [0.1, 0.35], [0.45, 0.1], [0.7, -0.15], [0.88, -0.3], [0.95, -0.9], [1.0, -1.0]],
            self::Gilt => [
                [0.0, 0.9], [0.08, 0.1], [0.14, -0.8], [0.2, 0.4], [0.5, 0.75], [0.66, 0.15], [0.72, -0.7], [0.78, 0.6], [0.86, 0.0],
                [0.93, -0.8], [1.0, -1.0],
            ],
        };
    }
}
