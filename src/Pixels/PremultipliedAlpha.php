<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Resampling with transparency: colour is multiplied by alpha first, so that invisible pixels lend no colour to edges. */
final class PremultipliedAlpha
{
    /** Pixels, as a Gaussian's deviation. */
    private const BENEATH = 2.5;

    /** @param \Closure(Image): Image $resample */
    public static function multipliedIn(Image $picture, \Closure $resample): Image
    {
        if (!$picture->hasAlpha()) {
            return $resample($picture);
        }
        $most = self::most($picture);
        $interpretation = $picture->interpretation();

        return $resample($picture->premultiply($most))
            ->unpremultiply($most)
            ->roundTo($picture->format())
            ->withInterpretation($interpretation);
    }

    /**
     * A picture whose invisible pixels have the colours of the visible ones near them: what is made of it has no fringe,
     * whatever it is laid on. Its alpha is as it was.
     */
    public static function colouredBeneath(Image $picture): Image
    {
        $most = self::most($picture);
        $bands = $picture->bands() - 1;
        $alpha = $picture->extractBands($bands, 1);
        $seen = $picture->premultiply($most)->extractBands(0, $bands)->cast(BandFormat::Float);
        // The mean of what can be seen round a pixel; far from all of it there is none, and it does not matter.
        $near = $seen->blurExactly(self::BENEATH)->dividedBy(
            $alpha
                ->cast(BandFormat::Float)
                ->blurExactly(self::BENEATH)
                ->linear(1 / $most, 0.0),
        );
        $colour = $seen->plus($near->multipliedBy($alpha->linear(-1 / $most, 1.0)));

        return $colour->roundTo($picture->format())->join($alpha)->withInterpretation($picture->interpretation());
    }

    /** The same picture, all opaque where it had no transparency. */
    public static function withAlpha(Image $picture): Image
    {
        if ($picture->hasAlpha()) {
            return $picture;
        }
        $opaque = $picture->extractBands(0, 1)->linear(0.0, self::most($picture))->cast($picture->format());

        return $picture->join($opaque)->withInterpretation($picture->interpretation());
    }

    /** The value of an opaque pixel. */
    public static function most(Image $picture): float
    {
        return 8 === WorkingSpaceConverter::bitsOf($picture) ? 255.0 : 65535.0;
    }
}
