<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

/** Where a print lies on its page, in points; the cell is as wide as its words may be. */
final readonly class ProofPlace
{
    public function __construct(
        public ProofPrint $print,
        public float $x,
        public float $y,
        public float $width,
        public float $height,
        public float $cell,
    ) {
    }
}
