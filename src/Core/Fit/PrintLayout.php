<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** Where on a print file the picture lies, in the print's pixels, and what is round it. */
final readonly class PrintLayout
{
    public function __construct(
        public PixelWindow $part,
        public EdgeFill $edgeFill,
        /** Six hexadecimal digits; counts where the edge is a colour. */
        public string $colour = 'ffffff',
    ) {
    }

    public function fitsOn(PixelSize $canvas): bool
    {
        return $this->part->fitsIn($canvas);
    }
}
