<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** An edit in the list, with its switch. */
final readonly class EditLine
{
    public function __construct(public Edit $edit, public bool $isOn = true)
    {
    }

    public function switched(bool $isOn): self
    {
        return new self($this->edit, $isOn);
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        $record = ['kind' => $this->edit->kind()->value, 'on' => $this->isOn, ...$this->edit->toArray()];
        ksort($record);

        return $record;
    }

    public static function fromRecord(JsonReader $record): self
    {
        $kind = EditKind::tryFrom($record->string('kind')) ?? throw ImpossibleEdit::because('it is of a kind that is not known.');
        $edit = match ($kind) {
            EditKind::Retouch => Retouch::fromRecord($record),
            EditKind::Fill => Fill::fromRecord($record),
            EditKind::Pen => Pen::fromRecord($record),
            EditKind::CutOut => CutOut::fromRecord($record),
            EditKind::Trim => Trim::fromRecord($record),
            EditKind::Tone => Tone::fromRecord($record),
            EditKind::Trace => Tracing::fromRecord($record),
        };

        return new self($edit, !$record->has('on') || $record->bool('on'));
    }
}
