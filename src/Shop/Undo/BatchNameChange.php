<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;

/**
 * A batch's name.
 *
 * @extends Change<string>
 */
final readonly class BatchNameChange extends Change
{
    public static function of(Batch $batch, string $after): self
    {
        return new self(ChangeSubject::batch(), $batch->name(), $after);
    }

    public static function type(): string
    {
        return 'name';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $batch->rename($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value;
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return $record->string($name);
    }
}
