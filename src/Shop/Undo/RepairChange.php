<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * What is done to an artwork's master before it is framed.
 *
 * @extends Change<EditList>
 */
final readonly class RepairChange extends Change
{
    public static function of(BatchArtwork $artwork, EditList $after): self
    {
        return new self(ChangeSubject::artwork($artwork), $artwork->edits(), $after);
    }

    public static function type(): string
    {
        return 'repair';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->repair($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value->toList();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return EditList::fromRecord($record->record($name));
    }
}
