<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\Profile;
use Snugfit\Pixels\Vips\Image;

/** A profile's bytes, and where they are: in the project's own folder, or in libvips, which brings sRGB. */
final class ProfileFile
{
    /** Its own, as print files carry it. */
    public static function bytes(Profile $profile): string
    {
        if (Profile::Srgb !== $profile) {
            return (string) file_get_contents(self::of($profile));
        }
        $file = (string) tempnam(sys_get_temp_dir(), 'snugfit-profile-');
        try {
            Image::ofBytes("\0\0\0", new PixelSize(1, 1), 3)->save('jpeg', $file, ['profile' => self::of($profile)]);

            return (string) Image::load('jpeg', $file)->blob('icc-profile-data');
        } finally {
            @unlink($file);
        }
    }

    /** As libvips wants to hear it. */
    public static function of(Profile $profile): string
    {
        return Profile::Srgb === $profile ? 'srgb' : \dirname(__DIR__, 3)."/profiles/{$profile->value}.icc";
    }
}
