<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/**
 * A length on paper, kept as whole ticks of 1/914,400 inch, in which inches, millimetres, centimetres and
 * points are all whole numbers: 20 in, 210 mm and 9 pt carry no rounding error.
 */
final readonly class Length
{
    private function __construct(public int $ticks)
    {
    }

    public static function of(float $amount, Unit $unit): self
    {
        return new self(Rounding::toWhole($amount * $unit->ticks()));
    }

    public static function millimetres(float $amount): self
    {
        return self::of($amount, Unit::Millimetre);
    }

    public static function inches(float $amount): self
    {
        return self::of($amount, Unit::Inch);
    }

    public static function zero(): self
    {
        return new self(0);
    }

    /**
     * Reads "3mm", "0.125 in", "2,1 cm", '12"'. A bare number takes $default; without one it is an error.
     *
     * @throws UnreadableMeasure
     */
    public static function parse(string $text, ?Unit $default = null): self
    {
        if (1 !== preg_match('/^\s*(\d+(?:[.,]\d+)?|[.,]\d+)\s*(\D*?)\s*$/u', $text, $part)) {
            throw UnreadableMeasure::length($text);
        }
        $unit = '' === $part[2] ? $default : Unit::parse($part[2]);
        $amount = (float) str_replace(',', '.', $part[1]);
        if (null === $unit || $amount > 100_000) {
            throw UnreadableMeasure::length($text);
        }

        return self::of($amount, $unit);
    }

    public function in(Unit $unit): float
    {
        return $this->ticks / $unit->ticks();
    }

    /** As text that parses to this very length: in the unit asked for if four places suffice, else in one that does. */
    public function written(Unit $preferred): string
    {
        foreach ([$preferred, Unit::Millimetre, Unit::Inch] as $unit) {
            $text = number_format($this->in($unit), 4, '.', '');
            if (self::of((float) $text, $unit)->equals($this)) {
                return rtrim(rtrim($text, '0'), '.').' '.$unit->value;
            }
        }

        return number_format($this->inInches(), 8, '.', '').' in';
    }

    public function inInches(): float
    {
        return $this->in(Unit::Inch);
    }

    public function inMillimetres(): float
    {
        return $this->in(Unit::Millimetre);
    }

    public function plus(self ...$others): self
    {
        $ticks = $this->ticks;
        foreach ($others as $other) {
            $ticks += $other->ticks;
        }

        return new self($ticks);
    }

    public function isZero(): bool
    {
        return 0 === $this->ticks;
    }

    public function equals(self $other): bool
    {
        return $this->ticks === $other->ticks;
    }

    public function isLongerThan(self $other): bool
    {
        return $this->ticks > $other->ticks;
    }

    /** Pixels over this length, rounded half away from zero. */
    public function pixelsAt(Ppi $ppi): int
    {
        return Rounding::toWhole($this->ticks * $ppi->value / Unit::Inch->ticks());
    }
}
