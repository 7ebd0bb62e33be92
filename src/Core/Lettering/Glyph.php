<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** A letter's outlines in its line. All in ems, from the line's left end and its baseline, down positive. */
final readonly class Glyph
{
    public function __construct(public VectorPath $outline, public float $x, public float $y, public float $advance)
    {
    }
}
