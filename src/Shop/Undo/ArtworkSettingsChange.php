<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\ArtworkSettings;

/**
 * An artwork on all products: how it is enlarged and finished.
 *
 * @extends Change<ArtworkSettings>
 */
final readonly class ArtworkSettingsChange extends Change
{
    public static function of(BatchArtwork $artwork, ArtworkSettings $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->settings(), $after);
    }

    public static function type(): string
    {
        return 'artwork';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->settle($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value->toArray();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return ArtworkSettings::fromRecord($record->record($name));
    }
}
