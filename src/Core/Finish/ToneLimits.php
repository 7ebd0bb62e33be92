<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

/**
 * Keeps ink off the extremes: black is lifted and white lowered by so many per cent of the whole range, everything
 * between moves in proportion. Common practice is 1 to 2 per cent.
 */
final readonly class ToneLimits
{
    public const MOST = 5.0;

    public function __construct(
        /** Per cent that black is lifted. */
        public float $black,
        /** Per cent that white is lowered. */
        public float $white,
    ) {
        ImpossibleFinish::unlessWithin('Lifting black', $black, 0, self::MOST, 'per cent');
        ImpossibleFinish::unlessWithin('Lowering white', $white, 0, self::MOST, 'per cent');
    }

    public function isOff(): bool
    {
        return 0.0 === $this->black && 0.0 === $this->white;
    }

    /** What a value is multiplied by: out = black + in × (1 − black − white), all as shares of the range. */
    public function slope(): float
    {
        return 1 - ($this->black + $this->white) / 100;
    }

    /**
     * What is added then: the value of black.
     *
     * @param float $most the value of white
     */
    public function lift(float $most): float
    {
        return $this->black / 100 * $most;
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['black' => $this->black, 'white' => $this->white];
    }
}
