<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * What must stay in an artwork.
 *
 * @extends Change<list<FractionBox>>
 */
final readonly class KeepBoxesChange extends Change
{
    /** @param list<FractionBox> $after in fractions of the picture that is placed */
    public static function of(BatchArtwork $artwork, array $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->masterKeepBoxes(), $artwork->inMaster($after));
    }

    public static function type(): string
    {
        return 'keep-boxes';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->keep($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return array_map(static fn (FractionBox $box): array => $box->toList(), $value);
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return FractionBox::listOf($record->toArray()[$name] ?? null);
    }
}
