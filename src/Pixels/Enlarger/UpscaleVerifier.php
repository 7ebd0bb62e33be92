<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\BlockDifference;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** Refuses a doubled piece that, reduced again, is another picture than its source: a shifted colour, a broken piece. */
final class UpscaleVerifier
{
    /** Levels of 255 by which a block's mean may differ (measured: at most 3 by any network on photographs, textures, a page and noise). */
    private const MOST = 12.0;

    private static ?BlockDifference $difference = null;

    /** @throws BrokenUpscale|OnnxFailed */
    public static function checked(Image $piece, Image $made, int $margin): Image
    {
        $size = new PixelSize($piece->size()->width - 2 * $margin, $piece->size()->height - 2 * $margin);
        $whole = new PixelSize(self::up($size->width), self::up($size->height));
        $source = self::prepared($piece->crop(new PixelWindow($margin, $margin, $size->width, $size->height)), $whole);
        $doubled = self::prepared($made, $whole->times(2));
        self::$difference ??= new BlockDifference();
        $off = self::$difference->between($source->samples(), $doubled->samples(), $whole);

        // Written so that what is no number is refused, too.
        return $off <= self::MOST ? $made : throw BrokenUpscale::differs($off);
    }

    /** To whole blocks. */
    private static function up(int $side): int
    {
        return BlockDifference::BLOCK * (int) ceil($side / BlockDifference::BLOCK);
    }

    /** In bytes, mirrored at its edges to a size: both pictures' pixels go on in the same way. */
    private static function prepared(Image $image, PixelSize $whole): Image
    {
        $bytes = 8 === WorkingSpaceConverter::bitsOf($image) ? $image : $image->rescaleTo(BandFormat::Byte);

        return $image->size()->equals($whole) ? $bytes : $bytes->embed(0, 0, $whole, Extend::Mirror);
    }
}
