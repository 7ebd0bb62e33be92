<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Measure\Length;

/** A line round the letters, outside of them. */
final readonly class LetterOutline
{
    /** @param string $colour six hexadecimal digits */
    public function __construct(public Length $width, public string $colour)
    {
        LetterStyle::assertColour($colour);
    }
}
