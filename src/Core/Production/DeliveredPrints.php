<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** What stands in a delivery from earlier runs. */
interface DeliveredPrints
{
    public function of(PlacementKey $key): ?DeliveredPrint;

    /** Whether the file lies where it was delivered, as it was delivered. */
    public function isIntact(DeliveredPrint $print): bool;

    /** @return iterable<string> of all that was delivered, so that no other print takes its name */
    public function paths(): iterable;

    /** Whether a file lies at this path that no run of ours delivered. */
    public function isForeign(string $path): bool;
}
