<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\FractionBox;

/** What a person asked of a placement; everything left out is the planner's to choose. */
final readonly class PlacementRequest
{
    /**
     * @param list<FractionBox> $keep  boxes of the upright picture that must stay in
     * @param ?float            $limit linear; stands in for the product's and the kind's
     * @param ?FractionBox      $part  of the master, upright, that the picture is; null where nobody asks
     * @param ?FractionBox      $focus a detected point of interest, as a box; counts where nobody drew a keep box
     */
    public function __construct(
        public Framing $framing = new Framing(),
        public array $keep = [],
        public ?float $limit = null,
        public UpscalePolicy $policy = UpscalePolicy::ToTarget,
        public ?FractionBox $focus = null,
        /** What must stay counts for the face of what goes round a frame, as it always should have. */
        public bool $keepsOnFace = true,
        public ?FractionBox $part = null,
    ) {
    }

    public function reframed(Framing $framing): self
    {
        return new self($framing, $this->keep, $this->limit, $this->policy, $this->focus, $this->keepsOnFace, $this->part);
    }

    /** As it was while what must stay could go round a frame. */
    public function keepingAnywhere(): self
    {
        return new self($this->framing, $this->keep, $this->limit, $this->policy, $this->focus, false, $this->part);
    }

    public static function none(): self
    {
        return new self();
    }
}
