<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacedArtwork;

/** One artwork's row. */
final readonly class SheetRow
{
    /** @param list<PlacedArtwork> $cells */
    public function __construct(public BatchArtwork $artwork, public array $cells)
    {
    }
}
