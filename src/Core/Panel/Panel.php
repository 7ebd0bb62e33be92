<?php

declare(strict_types=1);

namespace Snugfit\Core\Panel;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** One of the pieces that a picture hangs in, without what bleeds over its trim or goes round its frame. */
final readonly class Panel
{
    public function __construct(
        /** From 1, column by column from the left, each from above. */
        public int $number,
        public PrintSize $size,
        /** On the wall, from the left upper corner of all. */
        public Length $left,
        public Length $top,
        /** In the picture, from its left upper corner: the same, unless gaps take nothing of it. */
        public Length $pictureLeft,
        public Length $pictureTop,
    ) {
    }
}
