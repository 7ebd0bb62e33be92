<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;

/** Quarter turns of a picture, clockwise, in degrees. */
enum QuarterTurn: int
{
    case None = 0;
    case Right = 90;
    case Half = 180;
    case Left = 270;

    public function size(PixelSize $upright): PixelSize
    {
        return self::Right === $this || self::Left === $this ? $upright->turned() : $upright;
    }

    public function further(): self
    {
        return self::from(($this->value + 90) % 360);
    }
}
