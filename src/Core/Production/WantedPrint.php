<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\RenderOptions;

/** An artwork that is wanted on a product, with all that a person asked of it. */
final readonly class WantedPrint
{
    public function __construct(
        public PlacementKey $key,
        /** The master's path below what was given, with its folders: print files are named after it. */
        public string $masterName,
        public MasterFacts $facts,
        public Placement $placement,
        public RenderOptions $options,
        /** What the placement comes from; null where it is of no interest what came of it before. */
        public ?PlacementRequest $request = null,
        /** Of the pieces that a picture goes over, the one that the file is of; null for all of the print. */
        public ?Panel $panel = null,
    ) {
    }

    public function placedAs(Placement $placement): self
    {
        return new self($this->key, $this->masterName, $this->facts, $placement, $this->options, $this->request, $this->panel);
    }

    /** With other words. */
    public function lettered(Lettering $lettering): self
    {
        $options = $this->options->letteredBy($this->options->lettering->of($lettering));

        return new self($this->key, $this->masterName, $this->facts, $this->placement, $options, $this->request, $this->panel);
    }

    /**
     * Itself; where the product hangs in pieces and there is a print to make, each of them.
     *
     * @return non-empty-list<self>
     */
    public function files(): array
    {
        $plan = null === $this->placement->output ? null : PanelPlan::ofProduct($this->placement->product);

        return null === $plan ? [$this] : array_map(fn (Panel $panel): self => new self(
            new PlacementKey($this->key->artwork, $this->key->product, $panel->number),
            $this->masterName,
            $this->facts,
            $this->placement,
            $this->options,
            $this->request,
            $panel,
        ), $plan->panels);
    }

    /** The product that its file is of: of a piece, one as large as that. */
    public function product(): Product
    {
        $product = $this->placement->product;

        return null === $this->panel ? $product : $product->piece($this->panel->size);
    }
}
