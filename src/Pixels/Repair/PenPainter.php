<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Repair\Pen;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\Image;

/** Draws lines into a picture, or takes away what is there. */
final class PenPainter
{
    /** Of a line's radius, the deviation by which a soft one fades. */
    private const SOFT = 0.25;

    public static function draw(Image $picture, Pen $pen): Image
    {
        if (null === $pen->colour && !$picture->hasAlpha()) {
            $picture = PremultipliedAlpha::withAlpha($picture);
        }
        $size = $picture->size();
        $radius = max(array_map(static fn ($stroke): float => $stroke->radius, $pen->strokes)) * $size->longSide();
        $window = StrokeRaster::window($pen->strokes, $size)->widenedIn($size, $pen->soft ? (int) ceil(2 * self::SOFT * $radius) : 0);
        $covered = StrokeRaster::draw($pen->strokes, $size, $window);
        if ($pen->soft && $radius > 1) {
            $covered = $covered->blur(self::SOFT * $radius);
        }
        $part = $picture->crop($window);

        return $picture->insert(self::laid($part, $covered->linear(1 / 255, 0.0), $pen->colour)->copyToMemory(), $window->x, $window->y);
    }

    /**
     * A colour laid on a picture; null takes away.
     *
     * @param Image   $share  one band from 0 to 1
     * @param ?string $colour six hexadecimal digits
     */
    public static function laid(Image $picture, Image $share, ?string $colour): Image
    {
        $most = PremultipliedAlpha::most($picture);
        $bands = $picture->hasAlpha() ? $picture->bands() - 1 : $picture->bands();
        $colours = $picture->extractBands(0, $bands);
        $alpha = $picture->hasAlpha() ? $picture->extractBands($bands, 1) : null;
        $less = $share->linear(-1.0, 1.0);
        if (null === $colour) {
            $alpha = ($alpha ?? $colours->extractBands(0, 1)->linear(0.0, $most))->multipliedBy($less);
        } else {
            // Where the picture is transparent the line's own colour shows, without that of what cannot be seen.
            $under = null === $alpha ? $less : $less->multipliedBy($alpha->linear(1 / $most, 0.0));
            $whole = $under->plus($share);
            $levels = PictureColour::in($picture, $colour);
            $line = Image::joined(array_map(static fn (float $level): Image => $share->linear($level, 0.0), $levels));
            $colours = $colours->multipliedBy($under)->plus($line)->dividedBy($whole->linear(1.0, 1e-6));
            $alpha = null === $alpha ? null : $whole->linear($most, 0.0);
        }
        $made = $colours->roundTo($picture->format());

        return (null === $alpha ? $made : $made->join($alpha->roundTo($picture->format())))->withInterpretation($picture->interpretation());
    }
}
