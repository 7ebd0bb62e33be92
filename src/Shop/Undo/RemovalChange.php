<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * Whether an artwork is taken out of its batch.
 *
 * @extends Change<bool>
 */
final readonly class RemovalChange extends Change
{
    public static function of(BatchArtwork $artwork, bool $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->isRemoved(), $after);
    }

    public static function type(): string
    {
        return 'removed';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->setRemoved($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value;
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return $record->bool($name);
    }
}
