<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * The full-size picture that an artwork's results are measured against.
 *
 * @extends Change<?ReferenceImage>
 */
final readonly class ReferenceChange extends Change
{
    public static function of(BatchArtwork $artwork, ?ReferenceImage $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->reference(), $after);
    }

    public static function type(): string
    {
        return 'reference';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->compareWith($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value?->toArray();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return $record->has($name) ? ReferenceImage::fromRecord($record->record($name)) : null;
    }
}
