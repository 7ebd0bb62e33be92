<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Recipe;

/**
 * How large print files become and how long writing and reading them back takes, for a million pixels of each sort: what a
 * machine has learnt of its own, and else what was measured on one core of two.
 */
final readonly class WriteCosts
{
    /** Seconds that any file takes before its first pixel. */
    public const START_SECONDS = 0.2;

    private const BYTES = ['jpeg' => 600_000.0, 'png' => 1_200_000.0, 'tiff' => 1_500_000.0, 'webp' => 300_000.0, 'pdf' => 600_000.0];
    private const SECONDS = ['jpeg' => 0.06, 'png' => 0.25, 'tiff' => 0.12, 'webp' => 0.35, 'pdf' => 0.06];

    /** A PDF of lines, and what reading it back takes, which draws it. */
    private const LINES = 'pdf of lines';
    private const LINES_BYTES = 3_000.0;
    private const LINES_SECONDS = 0.15;

    private const TILE_SECONDS = 0.12;

    /** How many times as large grain makes a file (measured: 3 to 10 by much of it). */
    private const GRAIN = 3.0;

    /** @param array<string, WriteCost> $learnt by the sort that sortOf() names */
    public function __construct(private array $learnt = [])
    {
    }

    /** What costs are learnt for apart: of finishing, grain alone makes files much larger, and lines take next to nothing. */
    public static function sortOf(Recipe $recipe): string
    {
        if ($recipe->write->lines) {
            return self::LINES;
        }

        return $recipe->write->format->value.(null === $recipe->finish->grain ? '' : ' with grain');
    }

    public function bytes(Recipe $recipe): int
    {
        return (int) ($this->of($recipe)->bytes * $recipe->size()->megapixels());
    }

    public function seconds(Recipe $recipe): float
    {
        return self::START_SECONDS + $this->of($recipe)->seconds * $recipe->size()->megapixels();
    }

    /** Seconds to write so many million pixels as tiles for a screen (measured on one core of two). */
    public static function tileSeconds(float $megapixels): float
    {
        return self::START_SECONDS + self::TILE_SECONDS * $megapixels;
    }

    private function of(Recipe $recipe): WriteCost
    {
        $sort = self::sortOf($recipe);
        if (isset($this->learnt[$sort])) {
            return $this->learnt[$sort];
        }
        if (self::LINES === $sort) {
            return new WriteCost(self::LINES_BYTES, self::LINES_SECONDS);
        }
        $usual = $this->learnt[$recipe->write->format->value] ?? self::usual($recipe->write->format);

        return null === $recipe->finish->grain ? $usual : new WriteCost($usual->bytes * self::GRAIN, $usual->seconds);
    }

    private static function usual(FileFormat $format): WriteCost
    {
        return new WriteCost(self::BYTES[$format->value], self::SECONDS[$format->value]);
    }
}
