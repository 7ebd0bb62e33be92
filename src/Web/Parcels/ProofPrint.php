<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Web\Shared\Gauge;

/** A print file as a proof sheet shows it. */
final readonly class ProofPrint
{
    public function __construct(
        public PrintFile $file,
        public float $inchesAcross,
        public float $inchesDown,
        /** Its name beside the drawing; null where it was never kept. */
        public ?string $picture,
        /** Null for a product that is no longer on the shelf. */
        public ?Gauge $gauge,
    ) {
    }
}
