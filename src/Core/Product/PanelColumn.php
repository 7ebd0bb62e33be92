<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** Pieces that hang above each other. All figures are shares of what is left beside the gaps. */
final readonly class PanelColumn
{
    /**
     * @param non-empty-list<float> $rows   how high each piece is; together 1
     * @param float                 $width  of the columns' width
     * @param float                 $top    of the wall's height, above the first
     * @param float                 $height of the wall's height, from the first's top to the last's end
     */
    public function __construct(public float $width, public array $rows = [1.0], public float $top = 0.0, public float $height = 1.0)
    {
        if ($width <= 0 || min($rows) <= 0 || $top < 0 || $height <= 0 || $top + $height > 1 + 1e-9) {
            throw ImpossiblePanels::because('A column has no room for its pieces.');
        }
    }
}
