<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** One of the pieces that a picture hangs in, without what bleeds over its trim or goes round its frame. */
final readonly class Panel
{
    public function __construct(
        /** From 1, column by column from the left, each from above. */
        public int $number,
        public PrintSize $size,
        /** On the wall, from the left upper corner of all. */
        public Length $left,
        public Length $top,
        /** In the picture, from its left upper corner: the same, unless gaps take nothing of it. */
        public Length $pictureLeft,
        public Length $pictureTop,
    ) {
    }

    /** @return array<string, float|int> millimetres */
    public function toArray(): array
    {
        return [
            'number' => $this->number,
            'width' => $this->size->width->inMillimetres(),
            'height' => $this->size->height->inMillimetres(),
            'left' => $this->left->inMillimetres(),
            'top' => $this->top->inMillimetres(),
            'picture_left' => $this->pictureLeft->inMillimetres(),
            'picture_top' => $this->pictureTop->inMillimetres(),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $length = static fn (string $name): Length => Length::millimetres($record->float($name));

        return new self(
            $record->int('number'),
            new PrintSize($length('width'), $length('height')),
            $length('left'),
            $length('top'),
            $length('picture_left'),
            $length('picture_top'),
        );
    }
}
