<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PrintSize;

/** A wall or a table: the origin of its space is where a print's middle comes. */
final readonly class FlatSurface implements Surface
{
    public const TYPE = 'plane';

    public function __construct(public Projection $projection, private PrintSize $area)
    {
    }

    public function area(): PrintSize
    {
        return $this->area;
    }

    public function toArray(): array
    {
        return [
            'type' => self::TYPE,
            'matrix' => $this->projection->numbers,
            'area' => [$this->area->width->inMillimetres(), $this->area->height->inMillimetres()],
        ];
    }
}
