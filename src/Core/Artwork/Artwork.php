<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Measure\PixelSize;

/** What the planner has to know of a picture: its upright size, its kind, whether it is drawn afresh at any size, what it stands on. */
final readonly class Artwork
{
    public function __construct(
        public PixelSize $size,
        public Kind $kind = Kind::Photo,
        /** Vector drawings are rasterised for the size needed; their pixel size is only the grid that crops are counted in. */
        public bool $isVector = false,
        /** Null for a picture that is no design: it covers all of its own area. */
        public ?PlainGround $ground = null,
    ) {
    }

    public function ofKind(Kind $kind): self
    {
        return new self($this->size, $kind, $this->isVector, $this->ground);
    }
}
