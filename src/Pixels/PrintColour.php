<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Artwork\Colour;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\VipsFailed;

/** Brings any picture into the one space in which print files are made: sRGB, 8 or 16 bits, with or without alpha. */
final class PrintColour
{
    public static function modelOf(Image $image): Colour
    {
        return match ($image->interpretation()) {
            Interpretation::BlackAndWhite, Interpretation::Grey16, Interpretation::Histogram => Colour::Grey,
            Interpretation::Cmyk => Colour::Cmyk,
            Interpretation::Lab, Interpretation::LabQ, Interpretation::LabS, Interpretation::Lch, Interpretation::Xyz, Interpretation::Yxy => Colour::Lab,
            Interpretation::Multiband => $image->bands() <= 2 ? Colour::Grey : Colour::Rgb,
            default => Colour::Rgb,
        };
    }

    public static function profileOf(Image $image): ?string
    {
        $profile = $image->blob('icc-profile-data');

        return null === $profile ? null : ColourProfile::description($profile);
    }

    /** 8, or 16 for anything finer. */
    public static function bitsOf(Image $image): int
    {
        return BandFormat::Byte === $image->format() || BandFormat::SignedByte === $image->format() ? 8 : 16;
    }

    public static function toSrgb(Image $image): Image
    {
        $model = self::modelOf($image);
        $profile = self::profileOf($image);
        $bits = self::bitsOf($image);
        $managed = Colour::Cmyk === $model || (null !== $profile && Colour::Lab !== $model && !(Colour::Rgb === $model && MasterFacts::isSrgb($profile)));
        if ($managed) {
            try {
                return $image->toSrgb($bits, Colour::Cmyk === $model ? 'cmyk' : 'srgb');
            } catch (VipsFailed) {
                // A damaged or mismatched profile says nothing; the numbers are taken as sRGB, as if it were not there.
                $image = $image->without('icc-profile-data');
                if (Colour::Cmyk === $model) {
                    return $image->toSrgb($bits, 'cmyk');
                }
            }
        }

        return self::standard($image, $bits);
    }

    private static function standard(Image $image, int $bits): Image
    {
        $wanted = 16 === $bits ? Interpretation::Rgb16 : Interpretation::Srgb;
        if (Interpretation::Multiband === $image->interpretation()) {
            $grey = 16 === $bits ? Interpretation::Grey16 : Interpretation::BlackAndWhite;
            $image = $image->meaning($image->bands() <= 2 ? $grey : $wanted);
        }
        $image = $image->interpretation() === $wanted ? $image : $image->colourspace($wanted);
        $format = 16 === $bits ? BandFormat::Short : BandFormat::Byte;

        return $image->format() === $format ? $image : $image->roundTo($format);
    }
}
