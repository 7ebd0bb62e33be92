<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PrintSize;

/** Cloth: a picture tells of every pixel which millimetre of the cloth it shows, counted from where a print is held. */
final readonly class ClothSurface implements Surface
{
    public const TYPE = 'map';

    public function __construct(
        private PrintSize $area,
        /** @var array{float, float} what 0 means in the picture, across and down, in millimetres */
        public array $from,
        /** @var array{float, float} what 65,535 means */
        public array $to,
        /** A print hangs down from the point it is held at by the middle of its upper edge, as on a shirt; else it lies round it. */
        public bool $hangs,
        /** The print covers all of the cloth. */
        public bool $isCovered,
        /** Millimetres of the cloth's middle that the picture's width would show. */
        private float $span,
    ) {
    }

    public function area(): PrintSize
    {
        return $this->area;
    }

    /** Pixels of a millimetre at its middle, in a preview so many pixels wide. */
    public function scale(int $width): float
    {
        return $width / $this->span;
    }

    public function toArray(): array
    {
        return [
            'type' => self::TYPE,
            'area' => [$this->area->width->inMillimetres(), $this->area->height->inMillimetres()],
            'from' => $this->from,
            'to' => $this->to,
            'hold' => $this->hangs ? 'top' : 'middle',
            'covered' => $this->isCovered,
            'span' => $this->span,
        ];
    }
}
