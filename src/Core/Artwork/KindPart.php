<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;

/** A part of a picture that is of another kind than the rest: a guess. */
final readonly class KindPart
{
    public function __construct(public Kind $kind, public FractionBox $box)
    {
    }

    /** Where it is, such as "at the bottom left". */
    public function place(): string
    {
        $third = static fn (float $middle, string $first, string $last): string => match (true) {
            $middle < 0.38 => $first,
            $middle > 0.62 => $last,
            default => '',
        };
        $side = $third($this->box->x + $this->box->width / 2, 'left', 'right');
        $height = $third($this->box->y + $this->box->height / 2, 'at the top', 'at the bottom');

        return match (true) {
            '' !== $height => trim($height.' '.$side),
            '' !== $side => 'on the '.$side,
            default => 'in the middle',
        };
    }

    /** @return array{kind: string, box: list<float>} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'box' => $this->box->toList()];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(Kind::from($record->string('kind')), FractionBox::listOf([$record->toArray()['box'] ?? null])[0]);
    }
}
