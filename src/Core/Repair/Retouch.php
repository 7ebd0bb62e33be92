<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** Spots filled from what lies round them. */
final readonly class Retouch implements RevisedEdit
{
    /** Goes up whenever the same strokes would be filled with other pixels than before; the first was not written down. */
    private const EDITION = 2;

    /** @param non-empty-list<Stroke> $strokes */
    public function __construct(public array $strokes, private int $edition = self::EDITION)
    {
    }

    public function inEdition(int $edition): static
    {
        return new self($this->strokes, $edition);
    }

    /** @return ?array{self, Stroke} all but the last stroke, and that one; null where there is but one */
    public function parted(): ?array
    {
        $first = \array_slice($this->strokes, 0, -1);

        return [] === $first ? null : [new self($first, $this->edition), $this->strokes[\count($first)]];
    }

    public function joinedBy(self $next): self
    {
        return new self([...$this->strokes, ...$next->strokes]);
    }

    public function kind(): EditKind
    {
        return EditKind::Retouch;
    }

    public function summary(): string
    {
        return 1 === \count($this->strokes) ? '1 spot' : \count($this->strokes).' spots';
    }

    public function toArray(): array
    {
        return [
            ...$this->edition > 1 ? ['edition' => $this->edition] : [],
            'strokes' => array_map(static fn (Stroke $one): array => $one->toArray(), $this->strokes),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $strokes = Stroke::listFrom($record, 'strokes');

        return new self([] === $strokes ? throw ImpossibleEdit::because('there is no spot to retouch.') : $strokes);
    }
}
