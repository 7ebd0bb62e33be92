<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;

/** One artwork's row. */
final readonly class SheetRow
{
    /** @param list<SheetCell> $cells */
    public function __construct(public BatchArtwork $artwork, public array $cells)
    {
    }

    /**
     * The largest product of each family that is not short: what the picture can be sold as.
     *
     * @return array<string, ?PlannedPlacement> by the family's label; null where none carries it
     */
    public function largest(): array
    {
        $largest = [];
        foreach ($this->cells as $cell) {
            $placed = $cell->placed;
            $family = $placed->effective->family->label;
            $largest[$family] ??= null;
            if (
                !$placed->isShort() &&
                !$placed->isExcluded() &&
                self::area($placed) > (null === $largest[$family] ? 0 : self::area($largest[$family]))
            ) {
                $largest[$family] = $placed;
            }
        }

        return $largest;
    }

    private static function area(PlannedPlacement $placed): float
    {
        return $placed->placement->product->trim->width->inInches() * $placed->placement->product->trim->height->inInches();
    }
}
