<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;

/** What a photo's scene turned out to be. */
final readonly class PhotoParts
{
    public function __construct(
        public PixelSize $size,
        /** Of what is seen under the mask, six hexadecimal digits; null without one. */
        public ?string $colour,
    ) {
    }
}
