<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Measure\FractionBox;

/**
 * Finds the parts of a picture that are of another kind than the rest: what is drawn in a photograph, and photographs in what is drawn.
 * Of cells that lie over it like a grid a network said how much speaks for either; a part is the rectangle of cells for which most speaks,
 * then the next one. The bounds were set on mosaics of both and on whole photographs (measured).
 */
final readonly class KindParts
{
    /** Cells each way. */
    public const GRID = 8;

    /** The most that a cell counts, of the logarithm of odds, and what a plain one counts, which may be either. */
    private const MOST = 2.0;
    private const PLAIN = -0.2;

    /**
     * Of the logarithm of odds: what a cell must have to speak for a part at all, and what all cells of a part count together. A painting
     * has something of everything, so more is asked for in what was taken for one.
     */
    private const DOUBT = 0.3;
    private const LEAST = 6.0;
    private const MIXED_DOUBT = 0.6;
    private const MIXED_LEAST = 8.0;

    /** Cells of a part; more than the largest are no part, but another kind. */
    private const SMALLEST = 4;
    private const LARGEST = 48;

    private const PARTS = 3;

    /**
     * @param list<?float> $drawn row by row, of each cell the natural logarithm of the odds that it is drawn (flat or in lines) and not
     *                            shaded (photographed or painted); null where it is plain
     *
     * @return list<KindPart> the surest first; of an illustration either both kinds, photographs first, or none
     */
    public static function of(Kind $kind, array $drawn): array
    {
        if (self::GRID ** 2 !== \count($drawn)) {
            return [];
        }

        return match ($kind) {
            Kind::Photo => self::found(Kind::FlatGraphic, $drawn, self::DOUBT, self::LEAST),
            Kind::FlatGraphic, Kind::LineArt => self::found(Kind::Photo, $drawn, self::DOUBT, self::LEAST),
            Kind::Illustration => self::ofMixed($drawn),
            Kind::PixelArt => [],
        };
    }

    /**
     * What is half a photograph and half drawn is neither as a whole, and is guessed to be an illustration.
     *
     * @param list<?float> $drawn
     *
     * @return list<KindPart>
     */
    private static function ofMixed(array $drawn): array
    {
        $photos = self::found(Kind::Photo, $drawn, self::MIXED_DOUBT, self::MIXED_LEAST);
        foreach ($drawn as $cell => $odds) {
            foreach ($photos as $photo) {
                if ($photo->box->holds((($cell % self::GRID) + 0.5) / self::GRID, (intdiv($cell, self::GRID) + 0.5) / self::GRID)) {
                    $drawn[$cell] = -\INF;
                }
            }
        }
        $flat = [] === $photos ? [] : self::found(Kind::FlatGraphic, $drawn, self::MIXED_DOUBT, self::MIXED_LEAST);

        return [] === $flat ? [] : [...$photos, ...$flat];
    }

    /**
     * @param list<?float> $drawn infinite where a part of another kind is
     * @param float        $doubt what a cell must have
     * @param float        $least what a part must have
     *
     * @return list<KindPart> parts of a kind
     */
    private static function found(Kind $kind, array $drawn, float $doubt, float $least): array
    {
        $sign = $kind->isShaded() ? -1 : 1;
        $speaks = array_map(
            static fn (?float $odds): float => match (true) {
                null === $odds => self::PLAIN,
                is_infinite($odds) => -\INF,
                default => max(-self::MOST, min(self::MOST, $sign * $odds - $doubt)),
            },
            $drawn,
        );
        $parts = [];
        for ($i = 0; $i < self::PARTS; ++$i) {
            [$sum, [$left, $top, $right, $bottom]] = self::largest($speaks);
            if ($sum < $least) {
                break;
            }
            if (($right - $left) * ($bottom - $top) <= self::LARGEST) {
                $box = array_map(static fn (int $cells): float => $cells / self::GRID, [$left, $top, $right - $left, $bottom - $top]);
                $parts[] = new KindPart($kind, new FractionBox(...$box));
            }
            for ($row = $top; $row < $bottom; ++$row) {
                for ($column = $left; $column < $right; ++$column) {
                    $speaks[$row * self::GRID + $column] = -\INF;
                }
            }
        }

        return $parts;
    }

    /**
     * The rectangle of cells with the largest sum.
     *
     * @param array<int, float> $speaks
     *
     * @return array{float, array{int, int, int, int}} the sum, and its left, upper, right and lower edge in cells
     */
    private static function largest(array $speaks): array
    {
        $best = [-\INF, [0, 0, 0, 0]];
        for ($top = 0; $top < self::GRID; ++$top) {
            $columns = array_fill(0, self::GRID, 0.0);
            for ($bottom = $top + 1; $bottom <= self::GRID; ++$bottom) {
                for ($column = 0; $column < self::GRID; ++$column) {
                    $columns[$column] += $speaks[($bottom - 1) * self::GRID + $column];
                }
                for ($left = 0; $left < self::GRID; ++$left) {
                    $sum = 0.0;
                    for ($right = $left + 1; $right <= self::GRID; ++$right) {
                        $sum += $columns[$right - 1];
                        if ($sum > $best[0] && ($right - $left) * ($bottom - $top) >= self::SMALLEST) {
                            $best = [$sum, [$left, $top, $right, $bottom]];
                        }
                    }
                }
            }
        }

        return $best;
    }
}
