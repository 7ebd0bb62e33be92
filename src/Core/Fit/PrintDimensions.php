<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;

/** The pixels of a print file and the ppi that it is tagged with. */
final readonly class PrintDimensions
{
    public function __construct(
        public PixelSize $size,
        public Ppi $ppi,
        /** Where the picture lies on the print; null where it covers it. */
        public ?PrintLayout $layout = null,
    ) {
    }

    /** The pixels that the crop becomes. */
    public function pictureSize(): PixelSize
    {
        return null === $this->layout ? $this->size : $this->layout->part->size();
    }
}
