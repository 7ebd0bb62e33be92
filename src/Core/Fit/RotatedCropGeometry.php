<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ratio;
use Snugfit\Core\Measure\Rounding;

/**
 * A window on a tilted picture. Turning the picture clockwise round the window's middle is turning the window the other
 * way: its four corners must lie in the picture, so a window of w × h needs w·cos + h·sin across and w·sin + h·cos down.
 */
final readonly class RotatedCropGeometry
{
    private const SLACK = 1e-9;

    private float $cos;
    private float $sin;

    public function __construct(private float $degrees)
    {
        $this->cos = cos(deg2rad($degrees));
        $this->sin = sin(deg2rad($degrees));
    }

    /**
     * The largest window of a proportion that a tilted picture holds: its sides, not yet whole.
     *
     * @return array{float, float}
     */
    public function largest(PixelSize $picture, Ratio $ratio): array
    {
        if (0.0 === $this->degrees) {
            return $ratio->largestIn($picture);
        }
        $value = $ratio->value();
        $sin = abs($this->sin);
        $height = min($picture->width / ($value * $this->cos + $sin), $picture->height / ($value * $sin + $this->cos));

        return [$value * $height, $height];
    }

    /** The largest window in whole pixels, so many times smaller; a tilted one is never rounded up, and so lies inside. */
    public function window(PixelSize $picture, Ratio $ratio, float $zoom): PixelSize
    {
        [$width, $height] = $this->largest($picture, $ratio);
        if (0.0 !== $this->degrees) {
            return new PixelSize(max(1, (int) floor($width / $zoom + self::SLACK)), max(1, (int) floor($height / $zoom + self::SLACK)));
        }

        return new PixelSize(
            max(1, min($picture->width, Rounding::toWhole($width / $zoom))),
            max(1, min($picture->height, Rounding::toWhole($height / $zoom))),
        );
    }

    /** The upright box round a window's four corners on the tilted picture, as far as the picture goes. */
    public function boxRound(PixelWindow $window, PixelSize $picture): PixelWindow
    {
        if (0.0 === $this->degrees) {
            return $window;
        }
        $across = $window->width * $this->cos + $window->height * abs($this->sin);
        $down = $window->width * abs($this->sin) + $window->height * $this->cos;
        $left = max(0, (int) floor($window->centreX() - $across / 2));
        $top = max(0, (int) floor($window->centreY() - $down / 2));

        return new PixelWindow(
            $left,
            $top,
            max(1, min($picture->width, (int) ceil($window->centreX() + $across / 2)) - $left),
            max(1, min($picture->height, (int) ceil($window->centreY() + $down / 2)) - $top),
        );
    }

    /**
     * First and last place for a window's corner, across and down.
     *
     * @return array{array{int, int}, array{int, int}}
     */
    public function places(PixelSize $picture, PixelSize $window): array
    {
        [$across, $down] = $this->reach($window);

        return [$this->range($picture->width, $across, $window->width), $this->range($picture->height, $down, $window->height)];
    }

    public function fits(PixelSize $picture, PixelWindow $window): bool
    {
        [[$left, $right], [$top, $bottom]] = $this->places($picture, $window->size());

        return $window->x >= $left && $window->x <= $right && $window->y >= $top && $window->y <= $bottom;
    }

    /** The share of a box that lies in the window, 0 to 1: measured at points of a grid where the picture is tilted. */
    public function keptOf(PixelWindow $box, PixelWindow $window): float
    {
        if (0.0 === $this->degrees) {
            return $window->shared($box) / $box->size()->pixels();
        }
        $steps = 24;
        $inside = 0;
        for ($row = 0; $row <= $steps; ++$row) {
            for ($column = 0; $column <= $steps; ++$column) {
                [$u, $v] = $this->seen(
                    $box->x + ($box->width * $column) / $steps - $window->centreX(),
                    $box->y + ($box->height * $row) / $steps - $window->centreY(),
                );
                // A window's place is whole, a tilted box's edge is not: a pixel is no cut.
                $inside += abs($u) <= $window->width / 2 + 1 && abs($v) <= $window->height / 2 + 1 ? 1 : 0;
            }
        }

        return $inside / ($steps + 1) ** 2;
    }

    /**
     * The middle for a window that holds all boxes, if there is one, near a wished middle.
     *
     * @param non-empty-list<PixelWindow> $boxes
     * @param array{float, float}         $wished
     *
     * @return array{float, float}
     */
    public function holding(array $boxes, PixelSize $picture, PixelSize $window, array $wished): array
    {
        $us = $vs = [];
        foreach ($boxes as $box) {
            foreach ([[0, 0], [1, 0], [0, 1], [1, 1]] as [$right, $low]) {
                [$us[], $vs[]] = $this->seen($box->x + $right * $box->width, $box->y + $low * $box->height);
            }
        }
        [[$left, $right], [$top, $bottom]] = $this->places($picture, $window);
        [$halfWidth, $halfHeight] = [$window->width / 2, $window->height / 2];
        [$x, $y] = $wished;
        // Two convex sets, the places in the picture and the places that hold the boxes: going from one to the other and
        // back comes to a point of both, or as near as they come.
        for ($i = 0; $i < 60; ++$i) {
            [$u, $v] = $this->seen($x, $y);
            $u = min(min($us) + $halfWidth, max(max($us) - $halfWidth, $u));
            $v = min(min($vs) + $halfHeight, max(max($vs) - $halfHeight, $v));
            [$x, $y] = [$u * $this->cos + $v * $this->sin, $v * $this->cos - $u * $this->sin];
            $x = min($right + $halfWidth, max($left + $halfWidth, $x));
            $y = min($bottom + $halfHeight, max($top + $halfHeight, $y));
        }

        return [$x, $y];
    }

    /**
     * A place of the picture in the window's own directions.
     *
     * @return array{float, float}
     */
    private function seen(float $x, float $y): array
    {
        return [$x * $this->cos - $y * $this->sin, $x * $this->sin + $y * $this->cos];
    }

    /** @return array{float, float} */
    private function reach(PixelSize $window): array
    {
        $sin = abs($this->sin);

        return [$window->width * $this->cos + $window->height * $sin, $window->width * $sin + $window->height * $this->cos];
    }

    /** @return array{int, int} */
    private function range(int $pixels, float $reach, int $side): array
    {
        $hang = ($reach - $side) / 2;
        // A tilted window that just fits has a whole place within half a pixel of its own.
        $slack = 0.0 === $this->degrees ? self::SLACK : 0.5;

        return [(int) ceil($hang - $slack), (int) floor($pixels - $side - $hang + $slack)];
    }
}
