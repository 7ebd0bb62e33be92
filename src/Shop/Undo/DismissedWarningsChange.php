<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * Warnings of an artwork that a person has dealt with.
 *
 * @extends Change<list<string>>
 */
final readonly class DismissedWarningsChange extends Change
{
    /** @param list<string> $after codes */
    public static function of(BatchArtwork $artwork, array $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->dismissed(), $after);
    }

    public static function type(): string
    {
        return 'dismissed';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->dismiss($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value;
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return $record->strings($name);
    }
}
