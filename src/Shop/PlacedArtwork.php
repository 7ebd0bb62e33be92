<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\BatchFraming;

/** An artwork on a product as a person left it, planned. */
final readonly class PlacedArtwork
{
    public function __construct(
        public BatchArtwork $artwork,
        /** As it stands on the shelf. */
        public Product $product,
        public Placement $placement,
        public ?BatchFraming $framing,
    ) {
    }

    public function isExcluded(): bool
    {
        return null !== $this->framing && $this->framing->isExcluded();
    }

    public function isLookedAt(): bool
    {
        return null !== $this->framing && $this->framing->isLookedAt();
    }

    public function isFramed(): bool
    {
        return null !== $this->framing?->wishes()->framing;
    }

    public function isShort(): bool
    {
        return Verdict::Short === $this->placement->verdict;
    }

    /** Worth a look: not left out, and a crop that loses much or was never seen. */
    public function wantsLook(): bool
    {
        return !$this->isExcluded() && !$this->isShort() && !$this->isLookedAt();
    }
}
