<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Angle;
use Snugfit\Pixels\Vips\Image;

/** Cuts a window out of an upright picture as it is posed: mirrored, turned by quarters, tilted round the window's middle. */
final class TransformedCropper
{
    /** Pixels round a tilted window that interpolation looks at. */
    public const MARGIN = 4;

    public static function cut(Image $upright, ImageTransform $transform, PixelWindow $window): Image
    {
        $picture = $transform->flip ? $upright->mirrored() : $upright;
        $picture = match ($transform->turn) {
            QuarterTurn::None => $picture,
            QuarterTurn::Right => $picture->turned(Angle::Right),
            QuarterTurn::Half => $picture->turned(Angle::Half),
            QuarterTurn::Left => $picture->turned(Angle::Left),
        };

        return 0.0 === $transform->tilt ? $picture->crop($window) : self::tilted($picture, $transform->tilt, $window);
    }

    private static function tilted(Image $picture, float $tilt, PixelWindow $window): Image
    {
        $near = (new RotatedCropGeometry($tilt))->boxRound($window, $picture->size())->widenedIn($picture->size(), self::MARGIN);
        $interpretation = $picture->interpretation();
        $format = $picture->format();
        $turned = PremultipliedAlpha::multipliedIn(
            $picture->crop($near),
            static fn (Image $image): Image => $image->rotatedInto(
                $tilt,
                $window->centreX() - $near->x,
                $window->centreY() - $near->y,
                $window->size(),
            ),
        );

        return $turned->format() === $format
            ? $turned->withInterpretation($interpretation)
            : $turned->roundTo($format)->withInterpretation($interpretation);
    }
}
