<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;

/**
 * The products that a batch is wanted on.
 *
 * @extends Change<list<string>>
 */
final readonly class ProductChoiceChange extends Change
{
    /** @param list<string> $after codes */
    public static function of(Batch $batch, array $after): self
    {
        return new self(ChangeSubject::batch(), $batch->productCodes(), $after);
    }

    public static function type(): string
    {
        return 'products';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $batch->chooseProducts($value);
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
