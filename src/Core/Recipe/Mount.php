<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Measure\PixelSize;

/** The print's own pixels, where the picture covers a part of them only. */
final readonly class Mount
{
    public function __construct(public PixelSize $canvas, public PrintLayout $layout)
    {
        if (!$layout->fitsOn($canvas)) {
            throw ImpossibleRecipe::cropOutside($layout->part, $canvas);
        }
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        $part = $this->layout->part;

        return [
            'canvas' => ['height' => $this->canvas->height, 'width' => $this->canvas->width],
            'colour' => $this->layout->colour, 'edge' => $this->layout->edgeFill->value,
            'part' => ['height' => $part->height, 'width' => $part->width, 'x' => $part->x, 'y' => $part->y],
        ];
    }
}
