<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PaintedMask;

/** What goes faithful by itself where a picture is given texture: faces and lettering, which nobody forgives false strokes. */
final readonly class KeptOffTexture
{
    /** More boxes than that are none that were found rightly. */
    private const MOST = 60;

    /** Null where the way gives no texture, or nothing is to be kept off it. */
    public static function in(UpscaleSettings $settings, MasterFacts $facts): ?UpscaleRegion
    {
        $boxes = UpscaleMethod::Textured === $settings->method ? [...$facts->heads, ...$facts->lettering] : [];

        return [] === $boxes
            ? null
            : new UpscaleRegion(
                new UpscaleSettings(UpscaleMethod::Faithful, 100, $settings->effort),
                PaintedMask::over(\array_slice($boxes, 0, self::MOST), $facts->size),
            );
    }
}
