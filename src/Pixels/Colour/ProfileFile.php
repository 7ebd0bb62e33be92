<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Core\Output\Profile;

/** Where a profile's bytes are: in the project's own folder, or in libvips, which brings sRGB. */
final class ProfileFile
{
    /** As libvips wants to hear it. */
    public static function of(Profile $profile): string
    {
        return Profile::Srgb === $profile ? 'srgb' : \dirname(__DIR__, 3)."/profiles/{$profile->value}.icc";
    }
}
