<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Fill;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Fills an area of like colour with one. */
final class AreaFiller
{
    /** Pixels by which a soft edge fades. */
    private const SOFT = 0.7;

    public static function fill(Image $picture, Fill $fill): Image
    {
        $size = $picture->size();
        $x = min($size->width - 1, (int) floor($fill->at[0] * $size->width));
        $y = min($size->height - 1, (int) floor($fill->at[1] * $size->height));
        $like = self::like($picture, $x, $y, $fill->tolerance);
        $like = $fill->joined ? $like->partAt($x, $y) : $like;
        // A pixel more, so that the skirt of what bounds the area is filled beneath, too.
        $share = $fill->soft ? $like->ranked(3, 8)->blurExactly(self::SOFT) : $like;

        return PenPainter::laid($picture, $share->cast(BandFormat::Float)->linear(1 / 255, 0.0), $fill->colour);
    }

    /** 255 where every channel is as near to that of a pixel as the tolerance allows. */
    private static function like(Image $picture, int $x, int $y, int $tolerance): Image
    {
        $unit = PremultipliedAlpha::most($picture) / 255;
        $wanted = $picture->crop(new PixelWindow($x, $y, 1, 1))->values();
        $most = null;
        for ($band = 0; $band < $picture->bands(); ++$band) {
            $off = $picture->extractBands($band, 1)->cast(BandFormat::Float)->linear(1 / $unit, -$wanted[$band] / $unit);
            $near = $off->multipliedBy($off)->isLessThan(($tolerance + 0.5) ** 2);
            $most = null === $most ? $near : $most->both($near);
        }

        return $most ?? throw new \LogicException('A picture has bands.');
    }
}
