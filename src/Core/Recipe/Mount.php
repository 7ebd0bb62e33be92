<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** The print's own pixels, where the picture covers a part of them only. */
final readonly class Mount
{
    public function __construct(public PixelSize $canvas, public PrintLayout $layout)
    {
        if (!$layout->fitsOn($canvas)) {
            throw ImpossibleRecipe::cropOutside($layout->part, $canvas);
        }
    }

    /** So many times as large, one at most. */
    public function inSmall(float $times): self
    {
        $part = $this->layout->part;
        $canvas = $this->canvas->scaled($times);
        $corner = (new PixelSize($part->x + 1, $part->y + 1))->scaled($times);
        [$x, $y] = [min($corner->width, $canvas->width) - 1, min($corner->height, $canvas->height) - 1];
        $size = $part->size()->scaled($times);

        return new self($canvas, new PrintLayout(
            new PixelWindow($x, $y, min($size->width, $canvas->width - $x), min($size->height, $canvas->height - $y)),
            $this->layout->edgeFill,
            $this->layout->colour,
        ));
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [
            'canvas' => ['height' => $this->canvas->height, 'width' => $this->canvas->width],
            'colour' => $this->layout->colour, 'edge' => $this->layout->edgeFill->value,
            'part' => $this->layout->part->toRecipe(),
        ];
    }
}
