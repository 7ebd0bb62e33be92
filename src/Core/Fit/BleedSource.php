<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

/** Where the bleed, or what goes round a frame, comes from when a picture fills a product. */
enum BleedSource: string
{
    /** From the picture: the window covers trim and bleed together. */
    case Picture = 'picture';
    /** The window ends at the trim, and what is beyond is mirrored. */
    case Mirrored = 'mirrored';
    /** The window ends at the trim, and its last pixels are drawn outwards. */
    case Continued = 'continued';
    /** The window ends at the trim, and beyond is the picture itself, large and out of focus. */
    case Blurred = 'blurred';
    /** The window ends at the trim, and beyond is one colour. */
    case Colour = 'colour';

    public function edge(): ?EdgeFill
    {
        return match ($this) {
            self::Picture => null,
            self::Mirrored => EdgeFill::Mirrored,
            self::Continued => EdgeFill::Continued,
            self::Blurred => EdgeFill::Blurred,
            self::Colour => EdgeFill::Colour,
        };
    }

    public function label(): string
    {
        return ucfirst($this->value);
    }
}
