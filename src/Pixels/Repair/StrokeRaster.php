<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Vips\Image;

/** Dabs and strokes as an image: how much of each pixel they cover. */
final class StrokeRaster
{
    /** Pixels round the strokes that are drawn with them. */
    private const ROUND = 2;

    /** Places along a stroke that are looked at. */
    private const PLACES = 8;

    /**
     * @param list<Stroke> $strokes
     * @param PixelSize    $picture  whose pixels count
     * @param ?PixelWindow $part     of it that is drawn; all of it where null
     *
     * @return Image one band of bytes
     */
    public static function draw(array $strokes, PixelSize $picture, ?PixelWindow $part = null): Image
    {
        $part ??= PixelWindow::whole($picture);
        $lines = '';
        foreach ($strokes as $stroke) {
            $points = array_map(
                static fn (array $point): string => \sprintf('%.3F,%.3F', $point[0] * $picture->width, $point[1] * $picture->height),
                $stroke->points,
            );
            // A line that goes nowhere is drawn as its round ends alone.
            $lines .= \sprintf(
                '<path d="M%s L%s" stroke-width="%.3F"/>',
                $points[0],
                implode(' L', 1 === \count($points) ? $points : \array_slice($points, 1)),
                max(1.0, 2 * $stroke->radius * $picture->longSide()),
            );
        }
        $svg = \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%3$d" height="%4$d" viewBox="%1$d %2$d %3$d %4$d">'
            .'<g fill="none" stroke="#fff" stroke-linecap="round" stroke-linejoin="round">%5$s</g></svg>',
            $part->x,
            $part->y,
            $part->width,
            $part->height,
            $lines,
        );

        return Image::drawing($svg)->extractBands(3, 1);
    }

    /**
     * Some of the places that a stroke goes through, one at least.
     *
     * @param Image $own where it has a say
     *
     * @return non-empty-list<array{int, int}>
     */
    public static function places(Stroke $stroke, Image $own): array
    {
        $size = $own->size();
        $step = max(1, (int) ceil(\count($stroke->points) / self::PLACES));
        $places = [];
        foreach ($stroke->points as $i => [$across, $down]) {
            $x = max(0, min($size->width - 1, (int) floor($across * $size->width)));
            $y = max(0, min($size->height - 1, (int) floor($down * $size->height)));
            if (0 === $i % $step && [255] === $own->crop(new PixelWindow($x, $y, 1, 1))->values()) {
                $places[] = [$x, $y];
            }
        }

        return [] === $places ? [$own->brightest() ?? [0, 0]] : $places;
    }

    /**
     * Where strokes lie, with a little round them.
     *
     * @param non-empty-list<Stroke> $strokes
     */
    public static function window(array $strokes, PixelSize $picture): PixelWindow
    {
        $left = $top = \INF;
        $right = $bottom = -\INF;
        foreach ($strokes as $stroke) {
            $radius = $stroke->radius * $picture->longSide() + self::ROUND;
            foreach ($stroke->points as [$x, $y]) {
                [$left, $right] = [min($left, $x * $picture->width - $radius), max($right, $x * $picture->width + $radius)];
                [$top, $bottom] = [min($top, $y * $picture->height - $radius), max($bottom, $y * $picture->height + $radius)];
            }
        }
        $x = max(0, min($picture->width - 1, (int) floor($left)));
        $y = max(0, min($picture->height - 1, (int) floor($top)));

        return new PixelWindow(
            $x,
            $y,
            max(1, min($picture->width, (int) ceil($right)) - $x),
            max(1, min($picture->height, (int) ceil($bottom)) - $y),
        );
    }
}
