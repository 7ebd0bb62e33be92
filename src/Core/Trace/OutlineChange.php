<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

use Snugfit\Core\JsonReader;

/**
 * Another colour for what has one, or for the one shape at a place, or none: it is left out. By colour and place, not by number, so
 * that it means the same when outlines are made anew with other settings.
 */
final readonly class OutlineChange
{
    private const COLOUR = '/^[0-9a-f]{6}$/';

    /**
     * @param ?string              $of   the colour that changes everywhere; null for the shape at a place alone
     * @param ?array{float, float} $at   the place, in shares of the picture
     * @param ?string              $to   six hexadecimal digits; null where it is left out
     * @param ?string              $name of a spot colour
     */
    private function __construct(public ?string $of, public ?array $at, public ?string $to, public ?string $name = null)
    {
        foreach ([$of, $to] as $colour) {
            if (null !== $colour && 1 !== preg_match(self::COLOUR, $colour)) {
                throw ImpossibleTrace::because('a colour has six hexadecimal digits.');
            }
        }
        if (null !== $at && (min($at) < 0 || max($at) > 1)) {
            throw ImpossibleTrace::because('a place lies in the picture.');
        }
        if (null !== $name && ('' === trim($name) || mb_strlen($name) > 60)) {
            throw ImpossibleTrace::because('a spot colour\'s name has 1 to 60 characters.');
        }
    }

    /** @param ?string $name of the spot colour that it is printed with */
    public static function colour(string $of, ?string $to, ?string $name = null): self
    {
        return new self($of, null, $to, $name);
    }

    public static function shapeAt(float $x, float $y, ?string $to): self
    {
        return new self(null, [$x, $y], $to);
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [
            ...null === $this->at ? [] : ['at' => array_map(static fn (float $share): int => (int) round($share * 1e6), $this->at)],
            ...null === $this->name ? [] : ['name' => $this->name],
            ...null === $this->of ? [] : ['of' => $this->of],
            'to' => $this->to,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $at = $record->has('at') ? $record->floats('at') : null;

        return null === $at
            ? self::colour($record->string('of'), $record->optionalString('to'), $record->optionalString('name'))
            : self::shapeAt(($at[0] ?? 0.0) / 1e6, ($at[1] ?? 0.0) / 1e6, $record->optionalString('to'));
    }
}
