<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Measure\Ppi;

/**
 * Fine grain for pictures that came out too smooth: Gaussian noise of one brightness for all channels, its spots as
 * large as the size says, strongest in the middle tones and none on black and white:
 * out = in + amount × range × 4 × v × (1 − v) × noise, v being the brightness as a share.
 */
final readonly class Grain
{
    public const MOST = 20.0;

    /** The grain's seed: the same everywhere, so that the same recipe gives the same grain. */
    public const SEED = 91;

    /** Pixels; finer grain is one pixel's. */
    private const ONE_PIXEL = 0.7;

    public function __construct(
        /** Per cent of the range that the grain deviates in the middle tones. */
        public float $amount,
        /** Across a spot. */
        public Radius $size,
    ) {
        ImpossibleFinish::unlessWithin('Grain', $amount, 0, self::MOST, 'per cent');
    }

    public function isOff(): bool
    {
        return 0.0 === $this->amount;
    }

    public function at(Ppi $ppi): self
    {
        $pixels = $this->size->inPixels($ppi);
        ImpossibleFinish::unlessWithin('The size of grain', $pixels, 0, 30, 'pixels');

        return new self($this->amount, Radius::pixels($pixels));
    }

    /**
     * Deviation of the Gaussian that makes spots of single pixels' noise, in pixels; 0 where single pixels do.
     * A spot across is two deviations.
     */
    public function blur(): float
    {
        $deviation = $this->size->asPixels() / 2;

        return $deviation < self::ONE_PIXEL ? 0.0 : $deviation;
    }

    /** What blurred noise of deviation 1 is multiplied by to have deviation 1 again: 2 σ √π, from the Gaussian's square integral. */
    public function restored(): float
    {
        return 0.0 === $this->blur() ? 1.0 : 2 * $this->blur() * sqrt(\M_PI);
    }

    /** Deviation in the middle tones, in levels. */
    public function deviation(float $most): float
    {
        return $this->amount / 100 * $most;
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['amount' => $this->amount, 'size' => (string) $this->size];
    }
}
