<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Record;

/** The state of one placement's wishes at one moment. */
final readonly class FramingMemo
{
    public function __construct(
        public OrientationRule $orientation = OrientationRule::Either,
        public ?Framing $framing = null,
        public bool $excluded = false,
        public bool $lookedAt = false,
    ) {
    }

    public function with(?OrientationRule $orientation = null, ?Framing $framing = null, ?bool $excluded = null, ?bool $lookedAt = null): self
    {
        return new self($orientation ?? $this->orientation, $framing ?? $this->framing, $excluded ?? $this->excluded, $lookedAt ?? $this->lookedAt);
    }

    public function withoutFraming(): self
    {
        return new self($this->orientation, null, $this->excluded, $this->lookedAt);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'orientation' => $this->orientation->value,
            'framing' => null === $this->framing ? null : [$this->framing->centreX, $this->framing->centreY, $this->framing->zoom],
            'excluded' => $this->excluded,
            'looked_at' => $this->lookedAt,
        ];
    }

    public static function fromRecord(Record $record): self
    {
        $framing = $record->toArray()['framing'] ?? null;

        return new self(
            OrientationRule::from($record->string('orientation')),
            \is_array($framing) ? new Framing(...array_map(static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.5, array_values($framing))) : null,
            $record->bool('excluded'),
            $record->bool('looked_at'),
        );
    }
}
