<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Production\PlannedPrint;

/** A print of a batch: where it comes from, and what a run would do with it. */
final readonly class PlacedPrint
{
    public function __construct(public PlannedPlacement $placed, public PlannedPrint $print)
    {
    }
}
