<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** The colour model that a master's numbers are in. */
enum ColourModel: string
{
    case Grey = 'grey';
    case Rgb = 'rgb';
    case Cmyk = 'cmyk';
    case Lab = 'lab';

    public function channels(): int
    {
        return match ($this) {
            self::Grey => 1,
            self::Rgb, self::Lab => 3,
            self::Cmyk => 4,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Grey => 'grey',
            self::Rgb => 'RGB',
            self::Cmyk => 'CMYK',
            self::Lab => 'Lab',
        };
    }
}
