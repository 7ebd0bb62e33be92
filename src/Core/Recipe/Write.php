<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Measure\Ppi;

/** How the print file is written. The profile is always sRGB, embedded. */
final readonly class Write
{
    /** JPEG at a quality whose loss does not show in print (common practice: 95 and over). */
    public const JPEG_QUALITY = 95;

    public function __construct(
        public Format $format,
        /** The tag in the file. */
        public Ppi $ppi,
        /** Bits per channel, 8 or 16. */
        public int $bits,
        public bool $transparent,
        /** What shows through where the file keeps no transparency: six hexadecimal digits. */
        public string $matte = 'ffffff',
        public int $quality = self::JPEG_QUALITY,
    ) {
        if (!\in_array($bits, [8, 16], true) || (16 === $bits && !$format->keepsSixteenBits())) {
            throw ImpossibleRecipe::depth($bits, $format);
        }
        if ($transparent && !$format->keepsTransparency()) {
            throw ImpossibleRecipe::transparency($format);
        }
    }
}
