<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Shop\Entity\Batch;

/** The changes of one act, in their order. */
final readonly class ChangeList
{
    private const TYPES = [
        FamilySettingsChange::class,
        ProductSettingsChange::class,
        ArtworkSettingsChange::class,
        RepairChange::class,
        KeepBoxesChange::class,
        DismissedWarningsChange::class,
        KindChange::class,
        RemovalChange::class,
        ReferenceChange::class,
        ProductChoiceChange::class,
        BatchNameChange::class,
        BatchSettingsChange::class,
    ];

    /** @param list<Change<covariant mixed>> $changes */
    public function __construct(public array $changes)
    {
    }

    /** Without those that change nothing, and each once. */
    public function effective(): self
    {
        $kept = [];
        foreach ($this->changes as $change) {
            if ($change->isEffective()) {
                $kept[json_encode($change->toArray(), \JSON_THROW_ON_ERROR)] = $change;
            }
        }

        return new self(array_values($kept));
    }

    public function isEmpty(): bool
    {
        return [] === $this->changes;
    }

    public function apply(Batch $batch): void
    {
        foreach ($this->changes as $change) {
            $change->apply($batch);
        }
    }

    public function revert(Batch $batch): void
    {
        foreach (array_reverse($this->changes) as $change) {
            $change->revert($batch);
        }
    }

    /** @return list<array<string, mixed>> */
    public function toArray(): array
    {
        return array_map(static fn (Change $change): array => $change->toArray(), $this->changes);
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(array_map(self::change(...), $record->listOf()));
    }

    /** @return Change<covariant mixed> */
    private static function change(JsonReader $record): Change
    {
        foreach (self::TYPES as $class) {
            if ($class::type() === $record->string('type')) {
                return $class::fromRecord($record);
            }
        }

        throw MalformedJson::field('a change', 'type', 'one that is known');
    }
}
