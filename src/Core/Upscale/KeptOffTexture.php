<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\FractionBox;

/** What goes faithful by itself where a picture is given texture: faces and lettering, which nobody forgives false strokes. */
final readonly class KeptOffTexture
{
    /** More boxes than that are none that were found rightly. */
    private const MOST = 60;

    /** Null where the way gives no texture, or nothing is to be kept off it. */
    public static function in(UpscaleSettings $settings, MasterFacts $facts): ?UpscaleRegion
    {
        return self::over([...$facts->heads, ...$facts->lettering], $settings, $facts);
    }

    /** As it was for repaired pictures, whose heads were not asked for. */
    public static function before(UpscaleSettings $settings, MasterFacts $facts): ?UpscaleRegion
    {
        return self::over($facts->lettering, $settings, $facts);
    }

    /** @param list<FractionBox> $boxes */
    private static function over(array $boxes, UpscaleSettings $settings, MasterFacts $facts): ?UpscaleRegion
    {
        return UpscaleMethod::Textured !== $settings->method || [] === $boxes
            ? null
            : new UpscaleRegion(
                new UpscaleSettings(UpscaleMethod::Faithful, 100, $settings->effort),
                PaintedMask::over(\array_slice($boxes, 0, self::MOST), $facts->size),
            );
    }
}
