<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** An area of like colour, found from a point in it, filled with one colour. */
final readonly class Fill implements Edit
{
    /**
     * @param array{float, float} $at        shares of the upright picture's width and height
     * @param ?string             $colour    six hexadecimal digits; null for nothing: the area becomes transparent
     * @param int                 $tolerance levels by which a channel may be off, 0 to 255
     * @param bool                $joined    only what hangs together with the point, or all of that colour
     */
    public function __construct(
        public array $at,
        public ?string $colour,
        public int $tolerance = 24,
        public bool $joined = true,
        public bool $soft = true,
    ) {
        null === $colour || Colour::check($colour);
        if (min($at) < 0 || max($at) > 1) {
            throw ImpossibleEdit::because('the point to fill from lies outside the picture.');
        }
        if ($tolerance < 0 || $tolerance > 255) {
            throw ImpossibleEdit::because('a tolerance goes from 0 to 255.');
        }
    }

    public function kind(): EditKind
    {
        return EditKind::Fill;
    }

    public function summary(): string
    {
        return \sprintf('%s, ±%d', null === $this->colour ? 'nothing' : '#'.$this->colour, $this->tolerance);
    }

    public function toArray(): array
    {
        return [
            'at' => [(int) round($this->at[0] * 1e5), (int) round($this->at[1] * 1e5)],
            'colour' => $this->colour,
            'joined' => $this->joined,
            'soft' => $this->soft,
            'tolerance' => $this->tolerance,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $at = $record->floats('at');

        return new self(
            [($at[0] ?? 0.0) / 1e5, ($at[1] ?? 0.0) / 1e5],
            $record->optionalString('colour'),
            $record->has('tolerance') ? $record->int('tolerance') : 24,
            !$record->has('joined') || $record->bool('joined'),
            !$record->has('soft') || $record->bool('soft'),
        );
    }
}
