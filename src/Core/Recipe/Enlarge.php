<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Upscale\UpscalePlan;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/** To how many pixels the crop is resampled, and in which way where that means enlarging. */
final readonly class Enlarge
{
    public function __construct(
        public UpscaleSettings $settings,
        public PixelSize $to,
        /** Where it is another way. */
        public ?UpscaleRegion $region = null,
    ) {
    }

    public function passesFrom(PixelSize $crop): UpscalePlan
    {
        return UpscalePlan::of($this->settings, $crop, $this->to);
    }
}
