<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;

/**
 * One thing of a batch that a person changed, with what was before and what came after. Each kind says how its value is set
 * and how it is written down; it is made from what is there now by its own of().
 *
 * @template T
 */
abstract readonly class Change
{
    /**
     * @param T $before
     * @param T $after
     */
    final protected function __construct(protected ChangeSubject $subject, private mixed $before, private mixed $after)
    {
    }

    /** Names the kind where changes are stored. */
    abstract public static function type(): string;

    /** @param T $value */
    abstract protected function set(Batch $batch, mixed $value): void;

    /** @param T $value */
    abstract protected static function encode(mixed $value): mixed;

    /** @return T */
    abstract protected static function decode(JsonReader $record, string $name): mixed;

    public function isEffective(): bool
    {
        return static::encode($this->before) !== static::encode($this->after);
    }

    public function apply(Batch $batch): void
    {
        $this->set($batch, $this->after);
    }

    public function revert(Batch $batch): void
    {
        $this->set($batch, $this->before);
    }

    /** @return array<string, mixed> what fromRecord() reads */
    public function toArray(): array
    {
        return ['type' => static::type()] + $this->subject->toArray()
            + ['before' => static::encode($this->before), 'after' => static::encode($this->after)];
    }

    public static function fromRecord(JsonReader $record): static
    {
        return new static(ChangeSubject::fromRecord($record), static::decode($record, 'before'), static::decode($record, 'after'));
    }
}
