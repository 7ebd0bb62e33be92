<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Fit\Pose;
use Snugfit\Core\Fit\Turn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Angle;
use Snugfit\Pixels\Vips\Image;

/** Cuts a window out of an upright picture as it is posed: mirrored, turned by quarters, tilted round the window's middle. */
final class Posed
{
    /** Pixels round a tilted window that interpolation looks at. */
    private const MARGIN = 4;

    public static function cut(Image $upright, Pose $pose, PixelWindow $window): Image
    {
        $picture = $pose->flip ? $upright->mirrored() : $upright;
        $picture = match ($pose->turn) {
            Turn::None => $picture,
            Turn::Right => $picture->turned(Angle::Right),
            Turn::Half => $picture->turned(Angle::Half),
            Turn::Left => $picture->turned(Angle::Left),
        };

        return 0.0 === $pose->tilt ? $picture->crop($window) : self::tilted($picture, $pose->tilt, $window);
    }

    private static function tilted(Image $picture, float $tilt, PixelWindow $window): Image
    {
        [$cos, $sin] = [cos(deg2rad($tilt)), abs(sin(deg2rad($tilt)))];
        $near = self::around($picture->size(), $window, $window->width * $cos + $window->height * $sin, $window->width * $sin + $window->height * $cos);
        $meaning = $picture->interpretation();
        $format = $picture->format();
        $turned = Alpha::multipliedIn($picture->crop($near), static fn (Image $image): Image => $image->rotatedInto(
            $tilt, $window->centreX() - $near->x, $window->centreY() - $near->y, $window->size(),
        ));

        return $turned->format() === $format ? $turned->meaning($meaning) : $turned->roundTo($format)->meaning($meaning);
    }

    /** What of the picture a tilted window can touch. */
    private static function around(PixelSize $picture, PixelWindow $window, float $across, float $down): PixelWindow
    {
        $left = max(0, (int) floor($window->centreX() - $across / 2) - self::MARGIN);
        $top = max(0, (int) floor($window->centreY() - $down / 2) - self::MARGIN);
        $right = min($picture->width, (int) ceil($window->centreX() + $across / 2) + self::MARGIN);
        $bottom = min($picture->height, (int) ceil($window->centreY() + $down / 2) + self::MARGIN);

        return new PixelWindow($left, $top, max(1, $right - $left), max(1, $bottom - $top));
    }
}
