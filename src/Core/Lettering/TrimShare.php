<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** A share of the shorter side of a print's trim: as large on a poster as it looks on a card. */
final readonly class TrimShare
{
    public function __construct(public float $share)
    {
    }

    public function on(PrintSize $trim): Length
    {
        return Length::inches($this->share * min($trim->width->inInches(), $trim->height->inInches()));
    }
}
