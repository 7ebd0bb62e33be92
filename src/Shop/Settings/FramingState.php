<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Fit\Framing;
use Snugfit\Core\JsonReader;

/** A framing, and whether a person has looked at it. */
final readonly class FramingState
{
    public function __construct(public Framing $framing = new Framing(), public bool $lookedAt = false)
    {
    }

    public function framedAs(Framing $framing): self
    {
        return new self($framing, $this->lookedAt);
    }

    public function lookedAt(): self
    {
        return new self($this->framing, true);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return $this->framing->toArray() + ['looked_at' => $this->lookedAt];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $state = new self(Framing::fromRecord($record), $record->has('looked_at') && $record->bool('looked_at'));

        // Before products had a way of their own, what nobody had asked for was written down like what they had.
        return $record->has('fit') && $state == new self(Framing::filling()) ? new self() : $state;
    }
}
