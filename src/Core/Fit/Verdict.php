<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\Ppi;

/** How a crop's effective ppi stands against target, floor and enlargement limit. */
enum Verdict: string
{
    case Ample = 'ample';
    case Adequate = 'adequate';
    case Grow = 'grow';
    case GrowToFloor = 'grow-to-floor';
    case Short = 'short';

    public static function of(Ppi $effective, Ppi $target, Ppi $floor, float $limit): self
    {
        return match (true) {
            $effective->isAtLeast($target) => self::Ample,
            $effective->isAtLeast($floor) => self::Adequate,
            self::within($target->over($effective), $limit) => self::Grow,
            self::within($floor->over($effective), $limit) => self::GrowToFloor,
            default => self::Short,
        };
    }

    /** Whether an enlargement stays within a limit; a hundred-millionth over is a rounding error, not an enlargement. */
    public static function within(float $enlargement, float $limit): bool
    {
        return $enlargement <= $limit * (1 + 1e-8);
    }

    /** Whether the print needs more pixels than the crop has, and gets them. */
    public function grows(): bool
    {
        return self::Grow === $this || self::GrowToFloor === $this;
    }

    public function label(): string
    {
        return match ($this) {
            self::Ample => 'Ample',
            self::Adequate => 'Adequate',
            self::Grow => 'Grow',
            self::GrowToFloor => 'Grow, to the floor',
            self::Short => 'Short',
        };
    }
}
