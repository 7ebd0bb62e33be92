<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;

/** What a picture's colours are like on the whole, in CIELAB. */
final readonly class PictureTones
{
    public function __construct(
        /** L*, 0 to 100. */
        public float $lightness,
        /** b*: over 0 warm, under it cool. */
        public float $warmth,
        /** How colourful. */
        public float $chroma,
        /** L* of a narrow band along its edge. */
        public float $edgeLightness,
    ) {
    }

    /** @return array<string, float> */
    public function toArray(): array
    {
        return [
            'lightness' => $this->lightness, 'warmth' => $this->warmth, 'chroma' => $this->chroma, 'edge' => $this->edgeLightness,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->float('lightness'), $record->float('warmth'), $record->float('chroma'), $record->float('edge'));
    }
}
