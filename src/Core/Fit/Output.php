<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;

/** The pixels of a print file and the ppi that it is tagged with. */
final readonly class Output
{
    public function __construct(public PixelSize $size, public Ppi $ppi)
    {
    }
}
