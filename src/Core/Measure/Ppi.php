<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** Pixels per inch, over 0. */
final readonly class Ppi
{
    /** Inches at which the eye resolves one pixel per inch: 1 ÷ tan(one arc minute). Visual acuity 1.0, ISO 8596 (from memory). */
    private const ACUITY = 3438.0;

    private function __construct(public float $value)
    {
    }

    public static function of(float $value): self
    {
        if (!is_finite($value) || $value <= 0 || $value > 10_000) {
            throw UnreadableMeasure::ppi($value);
        }

        return new self($value);
    }

    /** Reads "300", "300 ppi", "118/cm", "118 px/cm" (pixels per centimetre). */
    public static function parse(string $text): self
    {
        if (1 !== preg_match('~^\s*(\d+(?:[.,]\d+)?)\s*(ppi|(?:px|pixels)?\s*(?:/|per)\s*(?:cm|in(?:ch)?))?\s*$~iu', $text, $part)) {
            throw UnreadableMeasure::ppiText($text);
        }
        $value = (float) str_replace(',', '.', $part[1]);

        return self::of(str_contains(strtolower($part[2] ?? ''), 'cm') ? $value * 2.54 : $value);
    }

    /** Not limited above, as an effective ppi may be. */
    public static function exactly(float $value): self
    {
        return new self($value);
    }

    /** What a crop of so many pixels over a length gives. Not limited above: a large picture on a stamp is simply very fine. */
    public static function across(int $pixels, Length $length): self
    {
        return new self($pixels * Unit::Inch->ticks() / max(1, $length->ticks));
    }

    /** The finest detail worth printing at a viewing distance. */
    public static function resolvedAt(Length $distance): self
    {
        return new self(self::ACUITY / $distance->inInches());
    }

    public function isAtLeast(self $other): bool
    {
        // Division leaves errors in the sixteenth digit; ten digits are far below what a pixel can show.
        return $this->value >= $other->value * (1 - 1e-10);
    }

    public function over(self $other): float
    {
        return $this->value / $other->value;
    }

    public function lesser(self $other): self
    {
        return $this->value <= $other->value ? $this : $other;
    }

    public function equals(self $other): bool
    {
        return $this->value === $other->value;
    }
}
