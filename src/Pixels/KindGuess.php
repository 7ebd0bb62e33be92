<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;

/**
 * Guesses a picture's kind from measured features of its own pixels (common practice; a person corrects it): how many
 * colours there are, how many neighbours are the very same, how many steps between neighbours are soft.
 */
final readonly class KindGuess
{
    /** Patches of full-size pixels are looked at: reduced ones would all look smooth. */
    private const PATCH = 224;
    private const PIXEL_ART_SIDE = 512;
    private const PIXEL_ART_COLOURS = 96;
    /** Solid colours of a flat graphic; shading makes hundreds. */
    private const FLAT_COLOURS = 24;

    /** @param Image $picture upright, sRGB, 8 bits, without alpha */
    public function guess(Image $picture): Kind
    {
        $colours = [];
        $pixels = $same = $soft = $pairs = $grey = $light = $dark = 0;
        foreach ($this->patches($picture->size()) as $window) {
            $row = $window->width * 3;
            $bytes = $picture->crop($window)->bytes();
            for ($i = 0, $end = \strlen($bytes); $i < $end; $i += 3) {
                $r = \ord($bytes[$i]);
                $g = \ord($bytes[$i + 1]);
                $b = \ord($bytes[$i + 2]);
                ++$pixels;
                $colour = $r << 16 | $g << 8 | $b;
                $colours[$colour] = ($colours[$colour] ?? 0) + 1;
                $grey += max($r, $g, $b) - min($r, $g, $b) < 24 ? 1 : 0;
                $light += $g > 200 ? 1 : 0;
                $dark += $g < 80 ? 1 : 0;
                if (0 !== $i % $row) {
                    $step = max(abs($r - \ord($bytes[$i - 3])), abs($g - \ord($bytes[$i - 2])), abs($b - \ord($bytes[$i - 1])));
                    ++$pairs;
                    $same += 0 === $step ? 1 : 0;
                    $soft += $step > 0 && $step < 32 ? 1 : 0;
                }
            }
        }
        $pairs = max(1, $pairs);
        $smallest = $picture->size()->longSide() <= self::PIXEL_ART_SIDE;

        return match (true) {
            $smallest && $pairs > 1 && \count($colours) <= self::PIXEL_ART_COLOURS && $soft < 0.35 * ($pairs - $same) => Kind::PixelArt,
            $grey > 0.97 * $pixels && $light + $dark > 0.85 * $pixels && $light > 0.5 * $pixels => Kind::LineArt,
            $this->mainColours($colours, $pixels) <= self::FLAT_COLOURS && $same > 0.8 * $pairs => Kind::FlatGraphic,
            $same < 0.3 * $pairs => Kind::Photo,
            default => Kind::Illustration,
        };
    }

    /**
     * How many of the commonest colours make up 85 in 100 pixels; edges and JPEG's ripples beside them are the rest.
     *
     * @param array<int, int> $colours pixels by colour
     */
    private function mainColours(array $colours, int $pixels): int
    {
        rsort($colours);
        $covered = 0;
        foreach ($colours as $i => $count) {
            $covered += $count;
            if ($covered >= 0.85 * $pixels) {
                return $i + 1;
            }
        }

        return \count($colours);
    }

    /** @return list<PixelWindow> the middle and the four quarters, or all of a small picture */
    private function patches(PixelSize $size): array
    {
        if ($size->longSide() <= 2 * self::PATCH) {
            return [PixelWindow::whole($size)];
        }
        $width = min(self::PATCH, $size->width);
        $height = min(self::PATCH, $size->height);
        $patches = [];
        foreach ([[0.5, 0.5], [0.25, 0.3], [0.75, 0.3], [0.25, 0.7], [0.75, 0.7]] as [$x, $y]) {
            $patches[] = new PixelWindow(
                (int) max(0, min($size->width - $width, $x * $size->width - $width / 2)),
                (int) max(0, min($size->height - $height, $y * $size->height - $height / 2)),
                $width,
                $height,
            );
        }

        return $patches;
    }
}
