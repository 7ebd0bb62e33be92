<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Artwork\Kind;

/** How pixels are made where the crop has too few. */
enum Way: string
{
    case Lanczos = 'lanczos';
    case Mitchell = 'mitchell';
    case Nearest = 'nearest';

    /** Common practice: the crisp kernel for photographs, the calm one for drawn edges, whole blocks for pixel art. */
    public static function for(Kind $kind): self
    {
        return match ($kind) {
            Kind::Photo => self::Lanczos,
            Kind::Illustration, Kind::FlatGraphic, Kind::LineArt => self::Mitchell,
            Kind::PixelArt => self::Nearest,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Lanczos => 'Lanczos-3',
            self::Mitchell => 'Mitchell',
            self::Nearest => 'whole blocks',
        };
    }
}
