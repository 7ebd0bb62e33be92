<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\OrientationRule;

/** What a person asked of a placement; everything left out is the planner's to choose. */
final readonly class PlacementRequest
{
    /**
     * @param list<FractionBox> $keep  boxes of the upright picture that must stay in
     * @param ?FractionBox      $focus a detected point of interest, as a box; counts where nobody drew a keep box
     */
    public function __construct(
        /** Stands in for the product's rule, where the rule allows it. */
        public OrientationRule $orientation = OrientationRule::Either,
        public ?CropPosition $framing = null,
        public array $keep = [],
        /** Linear; stands in for the product's and the kind's. */
        public ?float $limit = null,
        public UpscalePolicy $policy = UpscalePolicy::ToTarget,
        public ImageTransform $transform = new ImageTransform(),
        public FitMode $fitMode = FitMode::Fill,
        /** Round a picture that is shown whole. */
        public EdgeFill $edgeFill = EdgeFill::Colour,
        /** Six hexadecimal digits. */
        public string $colour = 'ffffff',
        public BleedSource $bleedSource = BleedSource::Picture,
        public ?FractionBox $focus = null,
    ) {
    }

    public static function none(): self
    {
        return new self();
    }
}
