<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Measure\PixelSize;

/** To how many pixels the crop is resampled, and in which way where that means enlarging. */
final readonly class Enlarge
{
    public function __construct(
        public WayChoice $how,
        public PixelSize $to,
        /** Where it is another way. */
        public ?WayArea $area = null,
    ) {
    }

    public function passesFrom(PixelSize $crop): Passes
    {
        return Passes::of($this->how, $crop, $this->to);
    }
}
