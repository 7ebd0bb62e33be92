<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\FamilySettings;

/**
 * An artwork on a family of products: framed, finished, looked at.
 *
 * @extends Change<FamilySettings>
 */
final readonly class FamilySettingsChange extends Change
{
    public static function of(BatchArtwork $artwork, string $family, FamilySettings $after): self
    {
        return new self(ChangeSubject::artwork($artwork, $family), $artwork->ofFamily($family), $after);
    }

    public static function type(): string
    {
        return 'family';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->settleFamily($this->subject->on, $value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value->toArray();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return FamilySettings::fromRecord($record->record($name));
    }
}
