<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

use Snugfit\Core\Measure\PixelWindow;

/** What one sheet shows of a print. */
final readonly class Tile
{
    public function __construct(
        /** From 1, from the left. */
        public int $column,
        /** From 1, from above. */
        public int $row,
        public PixelWindow $window,
    ) {
    }
}
