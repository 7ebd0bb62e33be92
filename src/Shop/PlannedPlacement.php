<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\EffectiveSettings;

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

    /** Tells it from all others of its batch. */
    public function key(): PlacementKey
    {
        return new PlacementKey((string) $this->artwork->id(), $this->product->code);
    }

    /** As it is asked of the production planner. */
    public function wanted(): WantedPrint
    {
        return new WantedPrint(
            $this->key(),
            $this->artwork->path(),
            $this->artwork->facts(),
            $this->placement,
            $this->effective->renderOptions(),
            $this->effective->placementRequest(),
        );
    }

    public function isExcluded(): bool
    {
        return $this->effective->ofProduct->excluded;
    }

    public function isLookedAt(): bool
    {
        return $this->effective->isLookedAt();
    }

    public function isFramed(): bool
    {
        return null !== $this->effective->framing()->position;
    }

    public function isAlone(): bool
    {
        return $this->effective->isAlone();
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
        return $this->effective->framingKey();
    }
}
