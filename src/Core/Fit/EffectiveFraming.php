<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\Product;

/** A framing with nothing left open: what a person asked for, and the product's way where they did not. */
final readonly class EffectiveFraming
{
    private function __construct(
        public FitMode $fitMode,
        public EdgeFill $edgeFill,
        public string $colour,
        public BleedSource $bleedSource,
        /** Of a whole picture never null. */
        public ?CropPosition $position,
        /** What is shown of a picture that is shown whole, in fractions of the upright one; null for all of it. */
        public ?FractionBox $subject,
    ) {
    }

    public function positioned(?CropPosition $position): self
    {
        return new self($this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $position, $this->subject);
    }

    public static function of(Framing $asked, Product $product, Artwork $artwork): self
    {
        // A size in the picture's own proportions has no room beside it.
        $usual = $product->keepsProportions() ? FitMode::Fill : $product->fit->mode->for(null !== $artwork->ground);
        $fitMode = $asked->fitMode ?? $usual;
        $isWhole = FitMode::Whole === $fitMode;
        $usualEdge = $product->wantsTransparency && null === $asked->colour ? EdgeFill::Transparent : EdgeFill::Colour;

        return new self(
            $fitMode,
            $asked->edgeFill ?? $usualEdge,
            $asked->colour ?? ($artwork->ground->colour ?? Framing::WHITE),
            $asked->bleedSource,
            $asked->position ?? ($isWhole ? new CropPosition(0.5, $product->fit->alignment->above()) : null),
            // Of a tilted picture the margins are what its corners turn into.
            $isWhole && !$asked->keepsMargins && 0.0 === $asked->transform->tilt ? $artwork->ground?->subject : null,
        );
    }
}
