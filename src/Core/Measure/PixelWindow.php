<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

use Snugfit\Core\JsonReader;

/**
 * A window: whole pixels of a picture, from its left upper corner. The corner of a tilted one, taken before the tilt, may
 * lie outside the picture.
 */
final readonly class PixelWindow
{
    public function __construct(public int $x, public int $y, public int $width, public int $height)
    {
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
        return $this->x >= 0 && $this->y >= 0 && $this->x + $this->width <= $picture->width && $this->y + $this->height <= $picture->height;
    }

    public function contains(self $other): bool
    {
        return $other->x >= $this->x && $other->y >= $this->y
            && $other->x + $other->width <= $this->x + $this->width
            && $other->y + $other->height <= $this->y + $this->height;
    }

    public function centreX(): float
    {
        return $this->x + $this->width / 2;
    }

    public function centreY(): float
    {
        return $this->y + $this->height / 2;
    }

    /** The same part of a picture that is so many times as large. */
    public function times(int $factor): self
    {
        return new self($this->x * $factor, $this->y * $factor, $this->width * $factor, $this->height * $factor);
    }

    /** Larger by so many pixels on every side, as far as the picture goes. */
    public function widenedIn(PixelSize $picture, int $by): self
    {
        [$left, $top] = [max(0, $this->x - $by), max(0, $this->y - $by)];
        [$right, $bottom] = [min($picture->width, $this->x + $this->width + $by), min($picture->height, $this->y + $this->height + $by)];

        return new self($left, $top, $right - $left, $bottom - $top);
    }

    /** What two windows share; null where that is nothing. */
    public function common(self $other): ?self
    {
        [$left, $top] = [max($this->x, $other->x), max($this->y, $other->y)];
        $width = min($this->x + $this->width, $other->x + $other->width) - $left;
        $height = min($this->y + $this->height, $other->y + $other->height) - $top;

        return $width < 1 || $height < 1 ? null : new self($left, $top, $width, $height);
    }

    /** Pixels that two windows share. */
    public function shared(self $other): int
    {
        return $this->common($other)?->size()->pixels() ?? 0;
    }

    public function movedBy(int $right, int $down): self
    {
        return new self($this->x + $right, $this->y + $down, $this->width, $this->height);
    }

    /** In a picture so many times as large: each side at the nearest pixel. */
    public function scaled(float $times): self
    {
        [$x, $y] = [Rounding::toWhole($this->x * $times), Rounding::toWhole($this->y * $times)];

        return new self(
            $x,
            $y,
            max(1, Rounding::toWhole(($this->x + $this->width) * $times) - $x),
            max(1, Rounding::toWhole(($this->y + $this->height) * $times) - $y),
        );
    }

    public function inFractionsOf(PixelSize $picture): FractionBox
    {
        return new FractionBox(
            $this->x / $picture->width, $this->y / $picture->height, $this->width / $picture->width, $this->height / $picture->height,
        );
    }

    public static function fromRecord(JsonReader $window): self
    {
        return new self($window->int('x'), $window->int('y'), $window->int('width'), $window->int('height'));
    }

    /** @return array{height: int, width: int, x: int, y: int} keys in alphabetical order, as recipes have them */
    public function toRecipe(): array
    {
        return ['height' => $this->height, 'width' => $this->width, 'x' => $this->x, 'y' => $this->y];
    }

    /** @return array{x: int, y: int, width: int, height: int} */
    public function toArray(): array
    {
        return ['x' => $this->x, 'y' => $this->y, 'width' => $this->width, 'height' => $this->height];
    }
}
