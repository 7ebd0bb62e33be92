<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/**
 * A unit of length. The inch is 25.4 mm (international yard and pound agreement, 1959) and 72 points.
 */
enum Unit: string
{
    case Inch = 'in';
    case Millimetre = 'mm';
    case Centimetre = 'cm';
    case Point = 'pt';

    /** How many of Length's ticks one of this unit is; whole for all four. */
    public function ticks(): int
    {
        return match ($this) {
            self::Inch => 914_400,
            self::Millimetre => 36_000,
            self::Centimetre => 360_000,
            self::Point => 12_700,
        };
    }

    /** Reads a unit as people write it: in, inch, inches, ", ″, mm, cm, pt. */
    public static function parse(string $text): self
    {
        return match (mb_strtolower(trim($text))) {
            'in', 'inch', 'inches', '"', '″', '”', "''" => self::Inch,
            'mm' => self::Millimetre,
            'cm' => self::Centimetre,
            'pt', 'pts' => self::Point,
            default => throw UnreadableMeasure::unit($text),
        };
    }
}
