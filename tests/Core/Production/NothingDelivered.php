<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Production;

use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\DeliveredPrints;
use Snugfit\Core\Production\PlacementKey;

/** A delivery that is still empty. */
final readonly class NothingDelivered implements DeliveredPrints
{
    public function of(PlacementKey $key): ?DeliveredPrint
    {
        return null;
    }

    public function isIntact(DeliveredPrint $print): bool
    {
        return false;
    }

    public function paths(): iterable
    {
        return [];
    }

    public function isForeign(string $path): bool
    {
        return false;
    }
}
