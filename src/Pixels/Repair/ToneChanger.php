<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\Tone;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Finishing\ColourBands;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Tone and colour by a table for each channel, then saturation in CIE LCh. */
final class ToneChanger
{
    public static function change(Image $picture, Tone $tone): Image
    {
        return ColourBands::changed($picture, static function (Image $colour) use ($tone): Image {
            $deep = 16 === WorkingSpaceConverter::bitsOf($colour);
            $table = self::table($tone, $deep ? 65536 : 256, $deep ? BandFormat::Short : BandFormat::Byte);
            $made = $colour->mappedBy($table)->withInterpretation($colour->interpretation());
            if (0 === $tone->saturation) {
                return $made;
            }
            $lch = ($deep ? $made : $made->rescaleTo(BandFormat::Short))->withInterpretation(Interpretation::Rgb16)
                ->colourspace(Interpretation::Lch)
                ->linearByBand([[1.0, 0.0], [$tone->chroma(), 0.0], [1.0, 0.0]])
                ->withInterpretation(Interpretation::Lch)
                ->colourspace(Interpretation::Rgb16);

            return $deep ? $lch : $lch->linear(1 / 257, 0.0);
        });
    }

    private static function table(Tone $tone, int $count, BandFormat $format): Image
    {
        $values = [];
        for ($i = 0; $i < $count; ++$i) {
            for ($channel = 0; $channel < 3; ++$channel) {
                $values[] = (int) round($tone->curve($i / ($count - 1), $channel) * ($count - 1));
            }
        }

        return Image::ofBytes(
            pack(BandFormat::Byte === $format ? 'C*' : 'v*', ...$values),
            new PixelSize($count, 1),
            3,
            Interpretation::Multiband,
            $format,
        );
    }
}
