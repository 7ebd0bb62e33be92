<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\VipsFailed;

/** Brings any picture into the space in which prints are made, 8 or 16 bits, with or without alpha. */
final class WorkingSpaceConverter
{
    public static function modelOf(Image $image): ColourModel
    {
        return match ($image->interpretation()) {
            Interpretation::BlackAndWhite, Interpretation::Grey16, Interpretation::Histogram => ColourModel::Grey,
            Interpretation::Cmyk => ColourModel::Cmyk,
            Interpretation::Lab,
            Interpretation::LabQ,
            Interpretation::LabS,
            Interpretation::Lch,
            Interpretation::Xyz,
            Interpretation::Yxy => ColourModel::Lab,
            Interpretation::Multiband => $image->bands() <= 2 ? ColourModel::Grey : ColourModel::Rgb,
            default => ColourModel::Rgb,
        };
    }

    public static function profileOf(Image $image): ?string
    {
        $profile = $image->blob('icc-profile-data');

        return null === $profile ? null : IccDescription::description($profile);
    }

    /** 8, or 16 for anything finer. */
    public static function bitsOf(Image $image): int
    {
        return BandFormat::Byte === $image->format() || BandFormat::SignedByte === $image->format() ? 8 : 16;
    }

    /**
     * A colour in an image's own samples, without its alpha.
     *
     * @param string $hex six hexadecimal digits, sRGB
     *
     * @return array{float, float, float}
     */
    public static function samples(string $hex, Image $image): array
    {
        $scale = 16 === self::bitsOf($image) ? 257.0 : 1.0;
        [$red, $green, $blue] = array_map(hexdec(...), str_split($hex, 2));

        return [$red * $scale, $green * $scale, $blue * $scale];
    }

    /** Whether a profile says what an image's numbers mean, and it is not sRGB's. */
    public static function isManaged(Image $image): bool
    {
        $model = self::modelOf($image);
        $profile = self::profileOf($image);

        return ColourModel::Cmyk === $model ||
            (null !== $profile && ColourModel::Lab !== $model && !(ColourModel::Rgb === $model && MasterFacts::isSrgb($profile)));
    }

    /** To look at and to measure, in the image's own depth. */
    public static function toSrgb(Image $image): Image
    {
        return self::converted($image, WorkingSpace::Srgb, self::bitsOf($image));
    }

    /** To look at and to measure in bytes, on white where it is transparent. */
    public static function toPlain(Image $image): Image
    {
        $bytes = self::toBytes(self::toSrgb($image));

        return $bytes->hasAlpha() ? $bytes->flatten([255.0, 255.0, 255.0]) : $bytes;
    }

    /** Of an image in sRGB. */
    public static function toBytes(Image $image): Image
    {
        return 16 === self::bitsOf($image)
            ? $image->rescaleTo(BandFormat::Byte)->withInterpretation(Interpretation::Srgb)
            : $image;
    }

    /** To make prints of: what has to be converted is converted to sixteen bits, so that no step is lost on the way. */
    public static function toWorking(Image $image, WorkingSpace $space): Image
    {
        return self::converted($image, $space, self::isManaged($image) ? 16 : self::bitsOf($image));
    }

    private static function converted(Image $image, WorkingSpace $space, int $bits): Image
    {
        if (self::isManaged($image)) {
            $isCmyk = ColourModel::Cmyk === self::modelOf($image);
            $to = ProfileFile::of($space->profile());
            try {
                return $image->fromEmbedded($to, $bits, $isCmyk ? 'cmyk' : 'srgb');
            } catch (VipsFailed) {
                // A damaged or mismatched profile says nothing; the numbers are taken as sRGB, as if it were not there.
                $image = $image->without('icc-profile-data');
                if ($isCmyk) {
                    return $image->fromEmbedded($to, $bits, 'cmyk');
                }
            }
        }

        return self::standard($image, self::bitsOf($image));
    }

    private static function standard(Image $image, int $bits): Image
    {
        $wanted = 16 === $bits ? Interpretation::Rgb16 : Interpretation::Srgb;
        if (Interpretation::Multiband === $image->interpretation()) {
            $grey = 16 === $bits ? Interpretation::Grey16 : Interpretation::BlackAndWhite;
            $image = $image->withInterpretation($image->bands() <= 2 ? $grey : $wanted);
        }
        $image = $image->interpretation() === $wanted ? $image : $image->colourspace($wanted);
        $format = 16 === $bits ? BandFormat::Short : BandFormat::Byte;

        return $image->format() === $format ? $image : $image->roundTo($format);
    }
}
