<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Measure\PixelSize;

/** The print's own pixels, where the picture covers a part of them only. */
final readonly class Mount
{
    public function __construct(public PixelSize $canvas, public PrintLayout $lay)
    {
        if (!$lay->fitsOn($canvas)) {
            throw ImpossibleRecipe::cropOutside($lay->part, $canvas);
        }
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        $part = $this->lay->part;

        return [
            'canvas' => ['height' => $this->canvas->height, 'width' => $this->canvas->width],
            'colour' => $this->lay->colour, 'edge' => $this->lay->edge->value,
            'part' => ['height' => $part->height, 'width' => $part->width, 'x' => $part->x, 'y' => $part->y],
        ];
    }
}
