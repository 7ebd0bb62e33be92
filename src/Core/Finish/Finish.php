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
        public ?ColourCorrection $tidy = null,
        public ?NoiseReduction $clean = null,
        public ?Sharpening $sharpen = null,
        public ?Grain $grain = null,
        public ?ToneLimits $guard = null,
    ) {
    }

    public function isNone(): bool
    {
        return !$this->touchesMaster() && !$this->touchesPrint();
    }

    /** Whether anything is done before enlarging. */
    public function touchesMaster(): bool
    {
        return null !== $this->tidy || null !== $this->clean;
    }

    /** Whether anything is done to the final pixels. */
    public function touchesPrint(): bool
    {
        return null !== $this->sharpen || null !== $this->grain || null !== $this->guard;
    }

    /** Names what is done before enlarging: enlarged pictures are shared by what was prepared alike. */
    public function preparation(): string
    {
        return \sprintf('%d-%d', $this->tidy->strength ?? 0, $this->clean->strength ?? 0);
    }

    /** Without one of its steps or more, to see what they do. */
    public function withoutPrintSteps(): self
    {
        return new self($this->tidy, $this->clean);
    }

    /** @return array<string, mixed> keys in alphabetical order, steps that do nothing left out */
    public function toArray(): array
    {
        return [
            ...(null === $this->clean ? [] : ['clean' => $this->clean->strength]),
            ...(null === $this->grain ? [] : ['grain' => $this->grain->toArray()]),
            ...(null === $this->guard ? [] : ['guard' => $this->guard->toArray()]),
            ...(null === $this->sharpen?->marks ? [] : ['marks' => $this->sharpen->marks->toList()]),
            ...(null === $this->sharpen ? [] : ['sharpen' => $this->sharpen->toArray()]),
            ...(null === $this->tidy ? [] : ['tidy' => $this->tidy->strength]),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $wishes = FinishSettings::fromRecord($record);

        return new self($wishes->tidy, $wishes->clean, $wishes->sharpen?->with($wishes->marks), $wishes->grain, $wishes->guard);
    }
}
