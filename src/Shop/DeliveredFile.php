<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\PlacementKey;

/** A print file that stands in a delivery, as lists and plans need it: of each placement the newest. */
final readonly class DeliveredFile
{
    public function __construct(
        /** The print file's number. */
        public int $id,
        public PlacementKey $key,
        public DeliveredPrint $print,
        public int $bytes,
    ) {
    }
}
