<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Measure\PixelSize;

/** A page with a picture on it. All lengths in points from the page's lower left corner. */
final readonly class PdfSheet
{
    /**
     * @param array{float, float}                       $media width and height
     * @param array{float, float, float, float}         $place left, bottom, right and top of the picture
     * @param string                                    $jpeg  path of a JPEG with an embedded profile
     * @param list<array{float, float, float, float}>   $lines from x, y to x, y
     */
    public function __construct(
        public array $media,
        public array $place,
        public string $jpeg,
        public PixelSize $size,
        public int $channels,
        public array $lines = [],
        /** Small, at the foot: Latin letters and figures. */
        public string $label = '',
        /** @var ?array{float, float, float, float} */
        public ?array $trim = null,
    ) {
    }
}
