<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** A crop window: whole pixels of an upright picture, from its left upper corner. */
final readonly class PixelWindow
{
    public function __construct(public int $x, public int $y, public int $width, public int $height)
    {
        if ($x < 0 || $y < 0) {
            throw UnreadableMeasure::negative('crop window\'s corner');
        }
        if ($width < 1 || $height < 1) {
            throw UnreadableMeasure::nothing('crop window');
        }
    }

    public static function whole(PixelSize $picture): self
    {
        return new self(0, 0, $picture->width, $picture->height);
    }

    public function size(): PixelSize
    {
        return new PixelSize($this->width, $this->height);
    }

    public function fitsIn(PixelSize $picture): bool
    {
        return $this->x + $this->width <= $picture->width && $this->y + $this->height <= $picture->height;
    }

    public function contains(self $other): bool
    {
        return $other->x >= $this->x && $other->y >= $this->y
            && $other->x + $other->width <= $this->x + $this->width
            && $other->y + $other->height <= $this->y + $this->height;
    }

    /** @return array{x: int, y: int, width: int, height: int} */
    public function toArray(): array
    {
        return ['x' => $this->x, 'y' => $this->y, 'width' => $this->width, 'height' => $this->height];
    }
}
