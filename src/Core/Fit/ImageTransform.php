<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/**
 * How a picture is held before its window is cut: mirrored left to right, then turned by quarters, then tilted round the
 * window's middle. The window and its figures count pixels of the mirrored and turned picture.
 */
final readonly class ImageTransform
{
    /** Degrees; beyond it, a quarter turn comes first. */
    public const STEEPEST = 45.0;

    public float $tilt;

    public function __construct(
        public QuarterTurn $turn = QuarterTurn::None,
        public bool $flip = false,
        /** Degrees that the picture is turned clockwise by, so that a horizon that falls to the left comes level. */
        float $tilt = 0.0,
    ) {
        $this->tilt = round(min(self::STEEPEST, max(-self::STEEPEST, $tilt)), 3);
    }

    public static function upright(): self
    {
        return new self();
    }

    public function isUpright(): bool
    {
        return QuarterTurn::None === $this->turn && !$this->flip && 0.0 === $this->tilt;
    }

    /** The picture's size once mirrored and turned. */
    public function size(PixelSize $upright): PixelSize
    {
        return $this->turn->size($upright);
    }

    /**
     * What of the upright picture a window of the posed one shows; of a tilted one, the box round it.
     *
     * @param PixelSize $upright the picture's size
     */
    public function uprightOf(PixelWindow $window, PixelSize $upright): PixelWindow
    {
        $transformed = $this->size($upright);
        $around = (new RotatedCropGeometry($this->tilt))->boxRound($window, $transformed);
        [$x, $y, $width, $height] = [$around->x, $around->y, $around->width, $around->height];
        [$x, $y, $width, $height] = match ($this->turn) {
            QuarterTurn::None => [$x, $y, $width, $height],
            QuarterTurn::Right => [$y, $transformed->width - $x - $width, $height, $width],
            QuarterTurn::Half => [$transformed->width - $x - $width, $transformed->height - $y - $height, $width, $height],
            QuarterTurn::Left => [$transformed->height - $y - $height, $x, $height, $width],
        };

        return new PixelWindow($this->flip ? $upright->width - $x - $width : $x, $y, $width, $height);
    }

    /** A box of the upright picture, where it lies in the mirrored and turned one. */
    public function box(FractionBox $box): FractionBox
    {
        $x = $this->flip ? 1 - $box->x - $box->width : $box->x;
        $x = max(0.0, $x);
        [$y, $width, $height] = [$box->y, $box->width, $box->height];

        return match ($this->turn) {
            QuarterTurn::None => new FractionBox($x, $y, $width, $height),
            QuarterTurn::Right => new FractionBox(max(0.0, 1 - $y - $height), $x, $height, $width),
            QuarterTurn::Half => new FractionBox(max(0.0, 1 - $x - $width), max(0.0, 1 - $y - $height), $width, $height),
            QuarterTurn::Left => new FractionBox($y, max(0.0, 1 - $x - $width), $height, $width),
        };
    }
}
