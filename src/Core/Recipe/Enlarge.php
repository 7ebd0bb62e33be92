<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Upscale\UpscaleMethod;
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
        /** Which networks it goes by; null for those there are now. */
        private ?int $networks = null,
    ) {
    }

    /** By another way, or another in an area; by networks as old. */
    public function by(UpscaleSettings $settings, ?UpscaleRegion $region): self
    {
        return new self($settings, $this->to, $region, $this->networks);
    }

    /** Which networks a crop is enlarged by: the newest of those of all its ways; the same as ever where none is at work. */
    public function networks(PixelSize $crop): int
    {
        $of = fn (?UpscaleSettings $way): int => $way?->networks(UpscalePlan::of($way, $crop, $this->to)->doublings) ?? 0;

        return $this->networks ?? max($of($this->settings), $of($this->region?->settings));
    }

    /** @return list<self> by the networks that there were before, the newest first; none where they are the same */
    public function earlier(PixelSize $crop): array
    {
        $networks = $this->networks($crop);

        return $networks > UpscaleMethod::NETWORKS_BEFORE
            ? array_map($this->byNetworks(...), range($networks - 1, UpscaleMethod::NETWORKS_BEFORE))
            : [];
    }

    /** As it was done by other networks than there are now. */
    public function byNetworks(int $networks): self
    {
        return new self($this->settings, $this->to, $this->region, $networks);
    }

    public function planFor(PixelSize $crop): UpscalePlan
    {
        return UpscalePlan::of($this->settings, $crop, $this->to);
    }
}
