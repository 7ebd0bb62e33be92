<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Measure\Length;

/** A line as it was asked for, and as it is laid on one print. */
final readonly class SetLine
{
    /**
     * @param int          $number   its place among the lines that were asked for, from 0
     * @param Length       $em       its letters' size on paper
     * @param array{float, float} $at    where its letters' middle lies, in shares of the trim, whatever it was placed by
     * @param list<string> $wordless names in braces that nothing stands for
     */
    public function __construct(
        public int $number,
        public TextLine $line,
        public GlyphLine $glyphs,
        public LetteredLine $laid,
        public Length $em,
        public array $at,
        public array $wordless,
    ) {
    }
}
