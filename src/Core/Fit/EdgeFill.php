<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

/** What is printed where the picture ends: round a whole picture, or in the bleed. */
enum EdgeFill: string
{
    /** One colour. */
    case Colour = 'colour';
    /** Nothing; where a file keeps no transparency, what transparent artwork is laid on. */
    case Transparent = 'transparent';
    /** The picture mirrored outwards. */
    case Mirrored = 'mirrored';
    /** The picture's last pixels drawn outwards. */
    case Continued = 'continued';
    /** The picture itself, large and out of focus. */
    case Blurred = 'blurred';

    public function label(): string
    {
        return ucfirst($this->value);
    }
}
