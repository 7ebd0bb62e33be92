<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** A proportion in whole numbers, so that a picture of the very proportion is never cut by a rounding error. */
final readonly class Ratio
{
    private function __construct(public int $width, public int $height)
    {
    }

    public static function ofPrint(PrintSize $size): self
    {
        return new self($size->width->ticks, $size->height->ticks);
    }

    public static function ofPixels(PixelSize $size): self
    {
        return new self($size->width, $size->height);
    }

    /**
     * The largest rectangle of this proportion in another: its sides, not yet whole.
     *
     * @return array{float, float}
     */
    public function largestIn(PixelSize $picture): array
    {
        if ($picture->width * $this->height >= $picture->height * $this->width) {
            return [$picture->height * $this->width / $this->height, (float) $picture->height];
        }

        return [(float) $picture->width, $picture->width * $this->height / $this->width];
    }

    public function value(): float
    {
        return $this->width / $this->height;
    }
}
