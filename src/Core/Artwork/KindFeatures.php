<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** What tells kinds apart, measured in a picture's own pixels. Shares are of what was looked at, 0 to 1. */
final readonly class KindFeatures
{
    public function __construct(
        /** Pixels of the picture's longer side. */
        public int $longSide,
        /** Different colours, all of them. */
        public int $colours,
        /** The commonest colours that make up 85 in 100 pixels; edges and JPEG's ripples beside them are the rest. */
        public int $mainColours,
        /** Neighbours of the very same colour. */
        public float $same,
        /** Among neighbours that differ, those that differ little: shading, soft edges. */
        public float $soft,
        /** Pixels without much colour. */
        public float $grey,
        /** Bright pixels, and dark ones. */
        public float $light,
        public float $dark,
        /**
         * Mean deviation of a pixel from the line through its neighbours, in levels, where shading is gentle: a camera's noise or
         * grain.
         */
        public float $noise,
        /** Side of the blocks that everything is made of, in pixels; 1 where there are none. */
        public int $block,
        /** Neighbours of the very same colour beside the commonest colour, as if there were three channels. */
        public float $alike,
    ) {
    }
}
