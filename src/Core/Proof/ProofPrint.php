<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Write;

/** A print file as a proof sheet shows it. */
final readonly class ProofPrint
{
    public float $inchesAcross;
    public float $inchesDown;

    public function __construct(
        public string $name,
        public string $product,
        public PixelSize $size,
        public Write $write,
        public int $bytes,
        /** What preflight found, in few words. */
        public string $found,
        /** Its name beside the drawing; null where it was never kept. */
        public ?string $picture,
        /** Null for a product that is no longer on the shelf. */
        public ?SnugGauge $gauge,
    ) {
        $this->inchesAcross = $size->width / $write->ppi->value;
        $this->inchesDown = $size->height / $write->ppi->value;
    }
}
