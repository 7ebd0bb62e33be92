<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** A colour of a transparent design's outline, and how much of the outline has it. */
final readonly class OutlineColour
{
    public function __construct(
        /** sRGB, six hexadecimal digits. */
        public string $colour,
        /** 0 to 1 */
        public float $share,
    ) {
    }
}
