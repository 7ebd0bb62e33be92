<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * What kind of picture an artwork is; null leaves it to the guess.
 *
 * @extends Change<?Kind>
 */
final readonly class KindChange extends Change
{
    public static function of(BatchArtwork $artwork, ?Kind $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->correctedKind(), $after);
    }

    public static function type(): string
    {
        return 'kind';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->correctKind($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value?->value;
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return Kind::tryFrom($record->optionalString($name) ?? '');
    }
}
