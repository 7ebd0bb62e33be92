<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\JsonReader;

/** What was measured in a written print file's pixels beside its plan. */
final readonly class PrintQualityMeasures
{
    public function __construct(
        /** Structural similarity to what the plan shows, computed from the master another way: 1 is the same picture. */
        public float $similarity,
        /** Share of the picture's pixels that are pure black or white, 0 to 1; null where nothing keeps tones off them. */
        public ?float $atExtremes = null,
        /** Levels of 255 by which sharpened edges swing beyond what is round them; null where nothing was sharpened. */
        public ?float $halo = null,
        /** Share of the letters' inside that has their colour, 0 to 1; null where there are no words. */
        public ?float $lettering = null,
        /** How well the words stand out that do so least, 1 to 21 (Core/Lettering/Contrast); null where there is nothing below. */
        public ?float $contrast = null,
    ) {
    }

    public function withLettering(float $laid): self
    {
        return new self($this->similarity, $this->atExtremes, $this->halo, $laid, $this->contrast);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'likeness' => $this->similarity,
            'at_extremes' => $this->atExtremes,
            'halo' => $this->halo,
            ...null === $this->lettering ? [] : ['lettering' => $this->lettering, 'contrast' => $this->contrast],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->float('likeness'),
            $record->optionalFloat('at_extremes'),
            $record->optionalFloat('halo'),
            $record->optionalFloat('lettering'),
            $record->optionalFloat('contrast'),
        );
    }
}
