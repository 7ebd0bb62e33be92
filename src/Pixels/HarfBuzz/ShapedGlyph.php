<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

/** A glyph of a font as it was chosen and placed in its run, in ems, down positive. */
final readonly class ShapedGlyph
{
    public function __construct(
        /** Its number in the font; 0 where it has none. */
        public int $number,
        /** The first character that it stands for. */
        public string $character,
        /** Which characters it belongs to: those of one letter have the same. */
        public int $cluster,
        public float $advance,
        public float $x,
        public float $y,
    ) {
    }
}
