<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

/** Characters beside each other that are shaped at once: of one script, one way, and one font. */
final readonly class TextRun
{
    public function __construct(
        public string $text,
        /** Of embedding (Unicode Standard Annex 9): odd from right to left. */
        public int $level,
        /** ISO 15924, as HarfBuzz counts it. */
        public int $script,
        /** Which of a face's files. */
        public int $file,
    ) {
    }

    public function isRightToLeft(): bool
    {
        return 1 === $this->level % 2;
    }

    /** Whether its letters are joined by their strokes, so that they cannot be set apart. */
    public function isJoined(): bool
    {
        return \in_array($this->script, array_map(HarfBuzz::tag(...), ['Arab', 'Syrc', 'Mong', 'Nkoo', 'Mand', 'Rohg']), true);
    }
}
