<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\OrientationRule;

/** What a person asked of a placement; everything left out is the planner's to choose. */
final readonly class Wishes
{
    public function __construct(
        /** Stands in for the product's rule, where the rule allows it. */
        public OrientationRule $orientation = OrientationRule::Either,
        public ?Framing $framing = null,
        public ?FractionBox $keep = null,
        /** Linear; stands in for the product's and the kind's. */
        public ?float $limit = null,
        public EnlargePolicy $policy = EnlargePolicy::ToTarget,
    ) {
    }

    public static function none(): self
    {
        return new self();
    }
}
