<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Vips;

/** A print's pixels as a PDF holds them: a JPEG of eight bits without transparency, with its profile. */
final class PlainJpeg
{
    private const QUALITY = 95;
    private const NO_SUBSAMPLING = 2;

    /** What is one already is copied byte by byte, so that nothing is lost twice. */
    public static function of(string $picture, string $target): void
    {
        if ('VipsForeignLoadJpegFile' === Vips::loaderFor($picture) && Image::load('jpeg', $picture)->has('icc-profile-data')) {
            copy($picture, $target);

            return;
        }
        self::save(self::flat(PrintFileReader::picture($picture, false)), $target);
    }

    public static function flat(Image $image): Image
    {
        $image = $image->hasAlpha() ? $image->flatten(WorkingSpaceConverter::samples('ffffff', $image)) : $image;

        return BandFormat::Short === $image->format() ? $image->rescaleTo(BandFormat::Byte) : $image;
    }

    public static function save(Image $image, string $target): void
    {
        $image->save('jpeg', $target, ['Q' => self::QUALITY, 'subsample-mode' => self::NO_SUBSAMPLING]
            + ($image->has('icc-profile-data') ? [] : ['profile' => 'srgb']));
    }
}
