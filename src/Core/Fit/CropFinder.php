<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ratio;
use Snugfit\Core\Measure\Rounding;

/**
 * Finds the crop window of a proportion: the largest that the picture holds, placed so that it keeps what must stay in, or
 * loses least of it, and else centred on what matters, moved only as far as the edges require. Its sides are within half a
 * pixel of the exact proportion, within two where the picture is tilted.
 */
final readonly class CropFinder
{
    /**
     * @param PixelSize         $picture mirrored and turned, as the pose says
     * @param PixelSize         $exact   the print's own pixel size: a picture of just this size is used whole
     * @param list<PixelWindow> $keep    boxes that must stay in, in pixels of $picture
     * @param ?PixelWindow      $focus   what matters where there is no such box
     */
    public function find(
        PixelSize $picture,
        Ratio $ratio,
        PixelSize $exact,
        float $tilt,
        ?CropPosition $framing,
        array $keep,
        ?PixelWindow $focus,
    ): PixelWindow {
        $zoom = max(1.0, $framing->zoom ?? 1.0);
        if (1.0 === $zoom && 0.0 === $tilt && $picture->equals($exact)) {
            return PixelWindow::whole($picture);
        }
        $rotated = new RotatedCropGeometry($tilt);
        $size = $rotated->window($picture, $ratio, $zoom);
        [[$left, $right], [$top, $bottom]] = $rotated->places($picture, $size);
        if (null !== $framing) {
            [$x, $y] = [$framing->centreX * $picture->width, $framing->centreY * $picture->height];
        } elseif ([] !== $keep && 0.0 !== $tilt) {
            [$x, $y] = $rotated->holding($keep, $picture, $size, $this->middle($keep));
        } elseif ([] !== $keep) {
            return new PixelWindow(
                $this->losingLeast(
                    array_map(static fn (PixelWindow $box): array => [$box->x, $box->width, $box->height], $keep),
                    $size->width,
                    $right,
                ),
                $this->losingLeast(
                    array_map(static fn (PixelWindow $box): array => [$box->y, $box->height, $box->width], $keep),
                    $size->height,
                    $bottom,
                ),
                $size->width,
                $size->height,
            );
        } else {
            [$x, $y] = null === $focus ? [$picture->width / 2, $picture->height / 2] : [$focus->centreX(), $focus->centreY()];
        }

        return new PixelWindow(
            $this->start($x, $size->width, $left, $right),
            $this->start($y, $size->height, $top, $bottom),
            $size->width,
            $size->height,
        );
    }

    private function start(float $centre, int $extent, int $first, int $last): int
    {
        return max($first, min($last, Rounding::toWhole($centre - $extent / 2)));
    }

    /**
     * @param non-empty-list<PixelWindow> $boxes
     *
     * @return array{float, float} of what holds them all
     */
    private function middle(array $boxes): array
    {
        $left = min(array_map(static fn (PixelWindow $box): int => $box->x, $boxes));
        $top = min(array_map(static fn (PixelWindow $box): int => $box->y, $boxes));
        $right = max(array_map(static fn (PixelWindow $box): int => $box->x + $box->width, $boxes));
        $bottom = max(array_map(static fn (PixelWindow $box): int => $box->y + $box->height, $boxes));

        return [($left + $right) / 2, ($top + $bottom) / 2];
    }

    /**
     * Where the window starts on one axis so that the boxes lose least: centred on all of them where they fit, else the
     * place that keeps most of their area, the nearest to that middle of several.
     *
     * @param non-empty-list<array{int, int, int}> $boxes start, extent, weight of a pixel of it
     */
    private function losingLeast(array $boxes, int $extent, int $last): int
    {
        $from = min(array_map(static fn (array $box): int => $box[0], $boxes));
        $to = max(array_map(static fn (array $box): int => $box[0] + $box[1], $boxes));
        $wished = $this->start(($from + $to) / 2, $extent, 0, $last);
        if ($to - $from <= $extent) {
            return $wished;
        }
        $best = $wished;
        $most = -1;
        $places = [$wished];
        foreach ($boxes as [$start, $length]) {
            array_push($places, max(0, min($last, $start)), max(0, min($last, $start + $length - $extent)));
        }
        foreach ($places as $place) {
            $kept = 0;
            foreach ($boxes as [$start, $length, $weight]) {
                $kept += $weight * max(0, min($start + $length, $place + $extent) - max($start, $place));
            }
            if ($kept > $most || ($kept === $most && abs($place - $wished) < abs($best - $wished))) {
                [$best, $most] = [$place, $kept];
            }
        }

        return $best;
    }
}
