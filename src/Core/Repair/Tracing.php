<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Trace\OutlineChange;
use Snugfit\Core\Trace\TraceSettings;

/** The picture becomes outlines: a drawing that is sharp at any size. Whatever else is done to it is done before. */
final readonly class Tracing implements RevisedEdit
{
    /** Goes up whenever the same settings would give other outlines than before. */
    private const EDITION = 2;

    private const MOST_CHANGES = 500;

    /**
     * @param list<OutlineChange> $changes  in the order they were made
     * @param bool                $isForced whether a picture that outlines do not suit becomes them, too, rather than being refused
     */
    public function __construct(
        public TraceSettings $settings = new TraceSettings(),
        public array $changes = [],
        public bool $isForced = true,
        private int $edition = self::EDITION,
    ) {
        if (\count($changes) > self::MOST_CHANGES) {
            throw ImpossibleEdit::because('there are more than '.self::MOST_CHANGES.' changes of outlines.');
        }
    }

    public function kind(): EditKind
    {
        return EditKind::Trace;
    }

    public function summary(): string
    {
        $changes = \count($this->changes);

        return implode(', ', array_filter([
            null === $this->settings->colours ? 'colours found' : $this->settings->colours.' colours',
            0 === $changes ? null : ($changes.' '.(1 === $changes ? 'change' : 'changes')),
        ]));
    }

    /** @param list<OutlineChange> $changes */
    public function changedBy(array $changes): self
    {
        return new self($this->settings, $changes, $this->isForced, $this->edition);
    }

    /** The same as it was before its result came to be what it is now. */
    public function before(): static
    {
        return $this->inEdition(self::EDITION - 1);
    }

    public function inEdition(int $edition): static
    {
        return new self($this->settings, $this->changes, $this->isForced, $edition);
    }

    public function toArray(): array
    {
        return [
            'changes' => array_map(static fn (OutlineChange $one): array => $one->toArray(), $this->changes),
            'edition' => $this->edition,
            ...$this->isForced ? [] : ['ifSuited' => true],
            'settings' => $this->settings->toArray(),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->has('settings') ? TraceSettings::fromRecord($record->record('settings')) : new TraceSettings(),
            $record->has('changes') ? array_map(OutlineChange::fromRecord(...), $record->records('changes')) : [],
            !$record->has('ifSuited') || !$record->bool('ifSuited'),
        );
    }
}
