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

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['how' => $this->settings->code(), 'marks' => $this->mask->toList()];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            UpscaleSettings::ofCode($record->string('how')) ?? throw ImpossibleUpscale::method($record->string('how')),
            PaintedMask::fromList($record->toArray()['marks'] ?? null),
        );
    }
}
