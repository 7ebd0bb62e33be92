<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A step of finishing is asked for outside what it can do. */
final class ImpossibleFinish extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function range(string $what, float $value, float $least, float $most, string $unit): self
    {
        return new self(\sprintf('%s goes from %s to %s %s, not %s.', $what, $least, $most, $unit, $value));
    }

    public static function radius(string $text): self
    {
        return new self(\sprintf('"%s" is no radius. Write it in pixels of the print, like 1.2px, or on paper, like 0.1mm.', $text));
    }

    public static function field(string $name, string $known): self
    {
        return new self(\sprintf('A finish has no "%s". Known: %s.', $name, $known));
    }

    public static function number(string $text): self
    {
        return new self(\sprintf('"%s" is not a number.', $text));
    }

    /** @throws self */
    public static function unlessWithin(string $what, float $value, float $least, float $most, string $unit): void
    {
        if (!is_finite($value) || $value < $least || $value > $most) {
            throw self::range($what, $value, $least, $most, $unit);
        }
    }
}
