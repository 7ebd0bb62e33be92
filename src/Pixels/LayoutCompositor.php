<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Mount;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** Lays a picture of its final size on the print, and makes what is round it. */
final class LayoutCompositor
{
    /** The blurred ground is made from a copy of this many pixels on the long side: it holds no detail. */
    private const GROUND = 320;

    /** Of the ground's long side. */
    private const BLUR = 0.035;

    /** Whether the picture is looked at in another order than from top to bottom. */
    public static function readsAnyRow(Mount $mount): bool
    {
        return EdgeFill::Mirrored === $mount->layout->edgeFill || EdgeFill::Blurred === $mount->layout->edgeFill;
    }

    public static function lay(Image $picture, Mount $mount): Image
    {
        $part = $mount->layout->part;

        return match ($mount->layout->edgeFill) {
            EdgeFill::Colour => $picture->embed(
                $part->x,
                $part->y,
                $mount->canvas,
                Extend::Background,
                self::colour($picture, $mount->layout->colour),
            ),
            EdgeFill::Transparent => self::onNothing($picture, $mount),
            EdgeFill::Mirrored => $picture->embed($part->x, $part->y, $mount->canvas, Extend::Mirror),
            EdgeFill::Continued => $picture->embed($part->x, $part->y, $mount->canvas, Extend::Copy),
            EdgeFill::Blurred => self::ground($picture, $mount->canvas)->insert($picture, $part->x, $part->y),
        };
    }

    private static function onNothing(Image $picture, Mount $mount): Image
    {
        $picture = PremultipliedAlpha::withAlpha($picture);
        $part = $mount->layout->part;

        return $picture->embed($part->x, $part->y, $mount->canvas, Extend::Background, array_fill(0, $picture->bands(), 0.0));
    }

    private static function ground(Image $picture, PixelSize $canvas): Image
    {
        $small = $picture->thumbnail(self::GROUND)->copyToMemory();
        $size = $small->size();
        $scale = max($canvas->width / $size->width, $canvas->height / $size->height);
        $width = min($size->width, max(1, (int) round($canvas->width / $scale)));
        $height = min($size->height, max(1, (int) round($canvas->height / $scale)));
        $window = new PixelWindow(intdiv($size->width - $width, 2), intdiv($size->height - $height, 2), $width, $height);
        $ground = $small->blur(max(1.0, self::BLUR * $size->longSide()))->crop($window)->copyToMemory()->stretched($canvas);

        return $ground->format() === $picture->format()
            ? $ground->withInterpretation($picture->interpretation())
            : $ground->rescaleTo($picture->format())->withInterpretation($picture->interpretation());
    }

    /** @return list<float> a value for each band */
    private static function colour(Image $picture, string $colour): array
    {
        $values = WorkingSpaceConverter::samples($colour, $picture);

        return $picture->hasAlpha() ? [...$values, PremultipliedAlpha::most($picture)] : $values;
    }
}
