<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\JsonReader;

/**
 * What is done to a picture beside enlarging and framing, as a recipe holds it: all radii in pixels of the print, steps
 * that do nothing left out. The order is always the same: on the master's pixels, colours are tidied, then cleaned up;
 * on the print's pixels it is sharpened, then grained, and the tones are guarded last, so that nothing after it can
 * reach an extreme. A border round the picture is not finished: its white is the paper's.
 */
final readonly class Finish
{
    public function __construct(
        public ?ColourCorrection $colourCorrection = null,
        public ?NoiseReduction $noiseReduction = null,
        public ?Sharpening $sharpening = null,
        public ?Grain $grain = null,
        public ?ToneLimits $toneLimits = null,
    ) {
    }

    public function isNone(): bool
    {
        return !$this->touchesMaster() && !$this->touchesPrint();
    }

    /** Whether anything is done before enlarging. */
    public function touchesMaster(): bool
    {
        return null !== $this->colourCorrection || null !== $this->noiseReduction;
    }

    /** Whether anything is done to the final pixels. */
    public function touchesPrint(): bool
    {
        return null !== $this->sharpening || null !== $this->grain || null !== $this->toneLimits;
    }

    /** Names what is done before enlarging: enlarged pictures are shared by what was prepared alike. */
    public function preparation(): string
    {
        return \sprintf('%d-%d', $this->colourCorrection->strength ?? 0, $this->noiseReduction->strength ?? 0);
    }

    /** Without one of its steps or more, to see what they do. */
    public function withoutPrintSteps(): self
    {
        return new self($this->colourCorrection, $this->noiseReduction);
    }

    /** @return array<string, mixed> keys in alphabetical order, steps that do nothing left out */
    public function toArray(): array
    {
        return [
            ...null === $this->noiseReduction ? [] : ['clean' => $this->noiseReduction->strength],
            ...null === $this->grain ? [] : ['grain' => $this->grain->toArray()],
            ...null === $this->toneLimits ? [] : ['guard' => $this->toneLimits->toArray()],
            ...null === $this->sharpening?->mask ? [] : ['marks' => $this->sharpening->mask->toList()],
            ...null === $this->sharpening ? [] : ['sharpen' => $this->sharpening->toArray()],
            ...null === $this->colourCorrection ? [] : ['tidy' => $this->colourCorrection->strength],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $settings = FinishSettings::fromRecord($record);

        return new self(
            $settings->colourCorrection,
            $settings->noiseReduction,
            $settings->sharpening?->with($settings->mask),
            $settings->grain,
            $settings->toneLimits,
        );
    }
}
