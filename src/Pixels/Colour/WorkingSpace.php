<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Pixels\Vips\Image;

/**
 * The one space in which a print's pixels are made. It is sRGB, but for a print that may show more: a master of a wider
 * space is then worked on in wide-gamut RGB at sixteen bits, so that nothing is cut down before the end.
 */
enum WorkingSpace
{
    case Srgb;
    case Wide;

    public static function for(Image $master, OutputColour $colour): self
    {
        return $colour->profile->isWiderThanSrgb() && WorkingSpaceConverter::isManaged($master) ? self::Wide : self::Srgb;
    }

    public function profile(): Profile
    {
        return self::Wide === $this ? Profile::Wide : Profile::Srgb;
    }
}
