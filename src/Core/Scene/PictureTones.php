<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** What a picture's colours are like on the whole, in CIELAB. */
final readonly class PictureTones
{
    public function __construct(
        /** L*, 0 to 100. */
        public float $lightness,
        /** b*: over 0 warm, under it cool. */
        public float $warmth,
        /** How colourful. */
        public float $chroma,
        /** L* of a narrow band along its edge. */
        public float $edgeLightness,
    ) {
    }
}
