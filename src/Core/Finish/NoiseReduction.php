<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

/**
 * Takes noise and the steps of JPEG blocks out of the master before it is enlarged: the guided filter with the picture
 * as its own guide (He, Sun, Tang: Guided Image Filtering, 2010). Round each pixel, where the picture varies less than
 * the step that counts as noise it becomes the mean, where it varies more it stays: out = mean + a × (in − mean), with
 * a = variance ÷ (variance + step²).
 */
final readonly class NoiseReduction
{
    /** Per cent; common practice: beyond 5 to 10 it eats the detail that it should save. */
    public const EATS_DETAIL = 10;

    /** Pixels of the master on each side that a mean is taken of. */
    public const RADIUS = 2;

    /** Of the range: the step that counts as noise at full strength. */
    private const STEP = 0.12;

    /** @param int $strength per cent */
    public function __construct(public int $strength)
    {
        ImpossibleFinish::unlessWithin('Cleaning up', $strength, 0, 100, 'per cent');
    }

    public function isOff(): bool
    {
        return 0 === $this->strength;
    }

    public function eatsDetail(): bool
    {
        return $this->strength > self::EATS_DETAIL;
    }

    /**
     * The square of the step that counts as noise, in levels. A difference from the mean is kept by the share
     * variance ÷ (variance + noise).
     *
     * @param float $most the value of white
     */
    public function noise(float $most): float
    {
        return (self::STEP * $this->strength / 100 * $most) ** 2;
    }
}
