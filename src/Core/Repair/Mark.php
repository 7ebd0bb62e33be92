<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** A person's word on a part of the picture: this stays, or that goes. */
final readonly class Mark
{
    public function __construct(public Stroke $stroke, public bool $stays)
    {
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [...$this->stroke->toArray(), 'stays' => $this->stays];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(Stroke::fromRecord($record), $record->bool('stays'));
    }
}
