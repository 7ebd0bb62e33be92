<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** A picture divided into squares of one size from its left upper corner, row by row; those at the far edges are smaller. */
final readonly class TileGrid
{
    public int $across;
    public int $down;

    public function __construct(public PixelSize $picture, public int $side)
    {
        $this->across = intdiv($picture->width + $side - 1, $side);
        $this->down = intdiv($picture->height + $side - 1, $side);
    }

    public function count(): int
    {
        return $this->across * $this->down;
    }

    public function window(int $tile): PixelWindow
    {
        [$x, $y] = [$tile % $this->across * $this->side, intdiv($tile, $this->across) * $this->side];

        return new PixelWindow($x, $y, min($this->side, $this->picture->width - $x), min($this->side, $this->picture->height - $y));
    }

    /** All squares that touch a part, as one window. */
    public function round(PixelWindow $part): PixelWindow
    {
        [$left, $top] = [$part->x - $part->x % $this->side, $part->y - $part->y % $this->side];
        $right = min($this->picture->width, (int) ceil(($part->x + $part->width) / $this->side) * $this->side);
        $bottom = min($this->picture->height, (int) ceil(($part->y + $part->height) / $this->side) * $this->side);

        return new PixelWindow($left, $top, $right - $left, $bottom - $top);
    }

    /** @return list<int> in the order of rows */
    public function touching(PixelWindow $part): array
    {
        $found = [];
        for ($y = intdiv($part->y, $this->side); $y < min($this->down, intdiv($part->y + $part->height - 1, $this->side) + 1); ++$y) {
            for ($x = intdiv($part->x, $this->side); $x < min($this->across, intdiv($part->x + $part->width - 1, $this->side) + 1); ++$x) {
                $found[] = $y * $this->across + $x;
            }
        }

        return $found;
    }
}
