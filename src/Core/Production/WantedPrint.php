<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementRequest;
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
    ) {
    }

    public function placedAs(Placement $placement): self
    {
        return new self($this->key, $this->masterName, $this->facts, $placement, $this->options, $this->request);
    }
}
