<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Settings\BatchSettings;

/**
 * How a batch is finished, and how its print files are named and written.
 *
 * @extends Change<BatchSettings>
 */
final readonly class BatchSettingsChange extends Change
{
    public static function of(Batch $batch, BatchSettings $after): self
    {
        return new self(ChangeSubject::batch(), $batch->settings(), $after);
    }

    public static function type(): string
    {
        return 'settings';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $batch->settle($value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value->toArray();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return BatchSettings::fromRecord($record->record($name));
    }
}
