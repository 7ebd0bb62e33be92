<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** Which artwork on which product, and which piece of it: what tells a print from all others of its delivery. */
final readonly class PlacementKey
{
    public function __construct(
        /** Names the artwork within its delivery: its number in a batch, or its path below a folder. */
        public string $artwork,
        /** The product's code. */
        public string $product,
        /** From 1, where the picture goes over several pieces with a file each; 0 for all of it. */
        public int $piece = 0,
    ) {
    }

    public function whole(): self
    {
        return new self($this->artwork, $this->product);
    }

    /** For the index of an array. No code holds a NUL, and no path can. */
    public function toString(): string
    {
        return $this->product."\0".$this->artwork.(0 === $this->piece ? '' : "\0".$this->piece);
    }
}
