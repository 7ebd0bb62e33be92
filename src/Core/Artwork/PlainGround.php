<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;

/** The plain ground that a picture's subject stands on, as measured: it makes a design of it. */
final readonly class PlainGround
{
    public function __construct(
        /** Six hexadecimal digits; null where it is transparent. */
        public ?string $colour,
        /** What stands on it, in fractions of the upright picture: outside, there is nothing but ground. */
        public FractionBox $subject,
    ) {
    }

    public static function transparent(FractionBox $subject = new FractionBox(0, 0, 1, 1)): self
    {
        return new self(null, $subject);
    }

    /** @return array{colour: ?string, subject: list<float>} */
    public function toArray(): array
    {
        return ['colour' => $this->colour, 'subject' => $this->subject->toList()];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->optionalString('colour'), FractionBox::listOf([$record->toArray()['subject'] ?? null])[0]);
    }
}
