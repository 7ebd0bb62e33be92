<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** How pictures sit on a product where nobody says otherwise, and where those lie that are shown whole. */
final readonly class ProductFit
{
    public function __construct(public FitModeRule $mode = FitModeRule::Fill, public Alignment $alignment = Alignment::Centre)
    {
    }
}
