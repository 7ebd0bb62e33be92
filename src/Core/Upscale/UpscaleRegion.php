<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\JsonReader;

/**
 * Another way of enlarging where a person painted, softly laid over the picture's own: lettering or skin can go another way than
 * the rest.
 */
final readonly class UpscaleRegion
{
    public function __construct(public UpscaleSettings $settings, public PaintedMask $mask)
    {
        if ($mask->isEmpty()) {
            throw ImpossibleUpscale::emptyRegion();
        }
    }

    public function with(PaintedMask $mask): self
    {
        return new self($this->settings, $mask);
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['how' => $this->settings->code(), 'marks' => $this->mask->toList()];
    }

    /** @return array<string, mixed> as it is kept beside a picture */
    public function toSettings(): array
    {
        return ['how' => $this->settings->code(), 'marks' => $this->mask->toSettings()];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            UpscaleSettings::ofCode($record->string('how')) ?? throw ImpossibleUpscale::method($record->string('how')),
            PaintedMask::fromSettings($record->toArray()['marks'] ?? null),
        );
    }
}
