<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Product\Product;

/** A crop for one way up of a product, to be held against the other. */
final readonly class CropCandidate
{
    public function __construct(
        public Product $product,
        public EffectiveFraming $framing,
        public PixelWindow $crop,
        /** Share of the keep boxes' area inside the crop. */
        public float $keptOfBoxes,
    ) {
    }

    public function geometry(): FitGeometry
    {
        return new FitGeometry($this->product, $this->framing);
    }

    /** It keeps more of what must stay, else more of the picture; a whole picture is better where it is shown larger. */
    public function isBetterThan(self $other): bool
    {
        if (abs($this->keptOfBoxes - $other->keptOfBoxes) > 1e-9) {
            return $this->keptOfBoxes > $other->keptOfBoxes;
        }

        return $this->geometry()->isWhole()
            ? $this->geometry()->effective($this->crop)->value < $other->geometry()->effective($other->crop)->value * (1 - 1e-10)
            : $this->crop->size()->pixels() > $other->crop->size()->pixels();
    }
}
