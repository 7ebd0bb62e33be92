<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\PrintColour;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;

/** Refuses a doubled piece that, reduced again, is another picture than its source: a shifted colour, a broken piece. */
final class ResultGuard
{
    /** Source pixels whose mean is compared. */
    private const BLOCK = 8;

    /** Levels of 255 by which a block's mean may differ (measured: at most 3 by any network on photographs, textures, a page and noise). */
    private const MOST = 12.0;

    /** @throws BrokenEnlargement */
    public static function checked(Image $piece, Image $made, int $margin): Image
    {
        $size = new PixelSize($piece->size()->width - 2 * $margin, $piece->size()->height - 2 * $margin);
        $blocks = new PixelSize(max(1, intdiv($size->width, self::BLOCK)), max(1, intdiv($size->height, self::BLOCK)));
        $source = $piece->crop(new PixelWindow($margin, $margin, $size->width, $size->height));
        [$source, $again] = 0 === $size->width % self::BLOCK && 0 === $size->height % self::BLOCK
            ? [$source->means(self::BLOCK), $made->means(2 * self::BLOCK)]
            : [$source->resizeDirectly($blocks, Kernel::Linear), $made->resizeDirectly($blocks, Kernel::Linear)];
        $levels = (8 === PrintColour::bitsOf($piece) ? 1 : 257);
        $off = $source->farthestFrom($again) / $levels;

        return $off > self::MOST ? throw BrokenEnlargement::differs($off) : $made;
    }
}
