<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** The background taken away: what joins the border and looks like it, corrected by marks. */
final readonly class CutOut implements RevisedEdit
{
    /** Goes up whenever the same cut-out would give other pixels than before; the first was not written down. */
    private const EDITION = 4;

    /** What there is no difference to where nobody marks. */
    private const UNMARKED = 3;

    private const MOST_MARKS = 300;
    private const MOST_SHIFT = 20.0;

    /**
     * @param bool       $insideGoes whether islands of the ground's colour inside go, too
     * @param float      $shift      of the edge in pixels of the master: out where above 0, in below
     * @param list<Mark> $marks      in the order they were made
     * @param bool       $sweeps     whether small specks left lying on the ground go, too
     */
    public function __construct(
        public bool $insideGoes = false,
        public EdgeStyle $edge = EdgeStyle::Soft,
        public float $shift = 0.0,
        public array $marks = [],
        public bool $sweeps = true,
        private int $edition = self::EDITION,
    ) {
        if (abs($shift) > self::MOST_SHIFT) {
            throw ImpossibleEdit::because(\sprintf('an edge is shifted by up to %d px.', (int) self::MOST_SHIFT));
        }
        if (\count($marks) > self::MOST_MARKS) {
            throw ImpossibleEdit::because('there are more than '.self::MOST_MARKS.' marks.');
        }
    }

    public function kind(): EditKind
    {
        return EditKind::CutOut;
    }

    public function summary(): string
    {
        $marks = \count($this->marks);

        return implode(', ', array_filter([
            strtolower($this->edge->label()).' edge',
            $this->insideGoes ? 'inside open' : null,
            0 === $marks ? null : ($marks.' '.(1 === $marks ? 'mark' : 'marks')),
        ]));
    }

    /** For a picture so many times as large. */
    public function scaled(float $times): self
    {
        return new self($this->insideGoes, $this->edge, $this->shift * min(1.0, $times), $this->marks, $this->sweeps, $this->edition);
    }

    /** @param list<Mark> $marks */
    public function markedBy(array $marks): self
    {
        return new self($this->insideGoes, $this->edge, $this->shift, $marks, $this->sweeps, $this->edition);
    }

    public function inEdition(int $edition): static
    {
        return new self($this->insideGoes, $this->edge, $this->shift, $this->marks, $this->sweeps, $edition);
    }

    public function toArray(): array
    {
        $edition = [] === $this->marks ? min($this->edition, self::UNMARKED) : $this->edition;

        return [
            'edge' => $this->edge->value,
            ...$edition > 1 ? ['edition' => $edition] : [],
            'insideGoes' => $this->insideGoes,
            'marks' => array_map(static fn (Mark $one): array => $one->toArray(), $this->marks),
            'shift' => (int) round($this->shift * 100),
            'sweeps' => $this->sweeps,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->has('insideGoes') && $record->bool('insideGoes'),
            EdgeStyle::tryFrom($record->optionalString('edge') ?? '') ?? EdgeStyle::Soft,
            ($record->optionalFloat('shift') ?? 0.0) / 100,
            $record->has('marks') ? array_map(Mark::fromRecord(...), $record->records('marks')) : [],
            !$record->has('sweeps') || $record->bool('sweeps'),
        );
    }
}
