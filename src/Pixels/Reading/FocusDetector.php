<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;

/**
 * Guesses where the eye goes first: the window that draws it most, found on a small copy, in two sizes. Where the two do not
 * agree, or the place hangs at the picture's edge, nothing stands out and nothing is guessed.
 */
final readonly class FocusDetector
{
    private const SIDE = 240;

    /** Share of the shorter side. */
    private const SMALL = 0.35;
    private const LARGE = 0.6;

    /** Of the picture's sides: a place nearer to an edge is the edge of something, not its middle. */
    private const EDGE = 0.06;

    /** @param Image $picture upright, sRGB, 8 bits, without alpha */
    public function guess(Image $picture): ?FractionBox
    {
        $small = $picture->reducedWithin(self::SIDE)->copyToMemory();
        $size = $small->size();
        $side = min($size->width, $size->height);
        if ($side < 16) {
            return null;
        }
        $one = $small->mostStriking($this->square($side, self::SMALL));
        $other = $small->mostStriking($this->square($side, self::LARGE));
        if (!$other->contains($one) || $this->isAtEdge($one, $size)) {
            return null;
        }

        return $one->inFractionsOf($size);
    }

    private function square(int $side, float $share): PixelSize
    {
        $pixels = max(4, (int) round($side * $share));

        return new PixelSize($pixels, $pixels);
    }

    private function isAtEdge(PixelWindow $window, PixelSize $picture): bool
    {
        $x = $window->centreX() / $picture->width;
        $y = $window->centreY() / $picture->height;

        return min($x, 1 - $x, $y, 1 - $y) <
            self::EDGE + ((self::SMALL / 2) * min($picture->width, $picture->height)) / $picture->longSide() / 2;
    }
}
