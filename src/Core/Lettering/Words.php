<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** A line of words to be set: what is the same on prints of all sizes. */
final readonly class Words
{
    /** @param int $spacing between letters, in thousandths of the em */
    public function __construct(public string $text, public FaceChoice $face, public int $spacing = 0)
    {
    }

    public function key(): string
    {
        return \sprintf('%s %d %d %s', $this->face->code, $this->face->weight, $this->spacing, $this->text);
    }
}
