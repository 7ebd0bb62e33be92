<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\BatchArtwork;

/** An artwork on a product as a person left it, planned. */
final readonly class PlannedPlacement
{
    public BatchArtwork $artwork;

    /** As it stands on the shelf. */
    public Product $product;

    public function __construct(public EffectiveSettings $effective, public Placement $placement)
    {
        $this->artwork = $effective->artwork;
        $this->product = $effective->product;
    }

    public function isExcluded(): bool
    {
        return $this->effective->own->excluded;
    }

    public function isLookedAt(): bool
    {
        return $this->effective->shared->lookedAt;
    }

    public function isFramed(): bool
    {
        return null !== $this->effective->shared->framing;
    }

    public function isAlone(): bool
    {
        return $this->effective->own->alone;
    }

    public function isShort(): bool
    {
        return Verdict::Short === $this->placement->verdict;
    }

    /** Worth a look: not left out, not short, and never seen. */
    public function wantsLook(): bool
    {
        return !$this->isExcluded() && !$this->isShort() && !$this->isLookedAt();
    }

    /** Names the framing that it shares with the products of its family. */
    public function framingKey(): string
    {
        return $this->effective->subject();
    }
}
