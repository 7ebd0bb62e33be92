<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\PlannedPlacement;

/** One placement in the sheet. */
final readonly class SheetCell
{
    public function __construct(
        public PlannedPlacement $placed,
        /** Whether the query asks for it; its row may be there for another. */
        public bool $matches,
    ) {
    }
}
