<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** Lines in one colour; without a colour they take away what is there. */
final readonly class Pen implements Edit
{
    /**
     * @param non-empty-list<Stroke> $strokes
     * @param ?string                $colour  six hexadecimal digits; null for nothing, which erases
     * @param bool                   $soft    with an edge that fades over the outer half of its width
     */
    public function __construct(public array $strokes, public ?string $colour, public bool $soft = false)
    {
        null === $colour || Colour::check($colour);
    }

    public function kind(): EditKind
    {
        return EditKind::Pen;
    }

    public function isLike(self $other): bool
    {
        return $this->colour === $other->colour && $this->soft === $other->soft;
    }

    public function joinedBy(self $next): self
    {
        return new self([...$this->strokes, ...$next->strokes], $this->colour, $this->soft);
    }

    public function summary(): string
    {
        $lines = 1 === \count($this->strokes) ? '1 line' : \count($this->strokes).' lines';

        return null === $this->colour ? $lines.' erased' : $lines.' #'.$this->colour;
    }

    public function toArray(): array
    {
        return [
            'colour' => $this->colour,
            'soft' => $this->soft,
            'strokes' => array_map(static fn (Stroke $one): array => $one->toArray(), $this->strokes),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $strokes = Stroke::listFrom($record, 'strokes');

        return new self(
            [] === $strokes ? throw ImpossibleEdit::because('there is no line to draw.') : $strokes,
            $record->optionalString('colour'),
            $record->has('soft') && $record->bool('soft'),
        );
    }
}
