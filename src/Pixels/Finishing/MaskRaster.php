<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Finishing;

use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Pixels\TransformedCropper;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Marks as an image: how much each pixel is marked. They are soft, so a small grid holds them, and it is stretched as it is needed. */
final readonly class MaskRaster
{
    /** Cells on the picture's long side. */
    private const GRID = 1024;

    public function __construct(private PaintedMask $marks)
    {
    }

    /** One band of 0 to 1 over a print's picture. */
    public function over(Frame $frame, PixelSize $to): Image
    {
        $cut = TransformedCropper::cut(
            $this->grid($frame->picture)->stretched($frame->picture),
            $frame->transform,
            $frame->crop,
        );

        return ($cut->size()->equals($to) ? $cut : $cut->stretched($to))->linear(1 / 255, 0.0);
    }

    /** Of the upright picture, 0 to 255. */
    public function grid(PixelSize $picture): Image
    {
        $size = $picture->scaled(min(1.0, self::GRID / $picture->longSide()));
        $cells = array_fill(0, $size->pixels(), 0.0);
        foreach ($this->marks->strokes as $stroke) {
            self::draw($stroke, $size, $cells);
        }

        return Image::ofBytes(
            implode('', array_map(static fn (float $value): string => \chr((int) round(255 * $value)), $cells)),
            $size,
            1,
            Interpretation::BlackAndWhite,
        );
    }

    /** @param array<int, float> $cells */
    private static function draw(BrushStroke $stroke, PixelSize $size, array &$cells): void
    {
        // A cell less, so that stretching the grid marks nothing beyond the radius.
        $radius = max(1.0, $stroke->radius * $size->longSide() - 1);
        $points = array_map(static fn (array $point): array => [$point[0] * $size->width, $point[1] * $size->height], $stroke->points);
        /** @var array<int, float> $near the square of the distance to the line, where it is near */
        $near = [];
        foreach ($points as $i => $from) {
            $to = $points[$i + 1] ?? $from;
            if ($i > 0 && !isset($points[$i + 1])) {
                break;
            }
            self::measure($from, $to, $radius, $size, $near);
        }
        foreach ($near as $cell => $square) {
            $strength = BrushStroke::strengthAt(sqrt($square) / $radius);
            $cells[$cell] = $stroke->takesAway ? $cells[$cell] * (1 - $strength) : 1 - (1 - $cells[$cell]) * (1 - $strength);
        }
    }

    /**
     * @param array{float, float} $from
     * @param array{float, float} $to
     * @param array<int, float>   $near
     */
    private static function measure(array $from, array $to, float $radius, PixelSize $size, array &$near): void
    {
        [$dx, $dy] = [$to[0] - $from[0], $to[1] - $from[1]];
        $length = $dx * $dx + $dy * $dy;
        $reach = $radius * $radius;
        $last = min($size->height - 1, (int) floor(max($from[1], $to[1]) + $radius));
        for ($y = max(0, (int) floor(min($from[1], $to[1]) - $radius)); $y <= $last; ++$y) {
            $right = min($size->width - 1, (int) floor(max($from[0], $to[0]) + $radius));
            for ($x = max(0, (int) floor(min($from[0], $to[0]) - $radius)); $x <= $right; ++$x) {
                [$px, $py] = [$x + 0.5 - $from[0], $y + 0.5 - $from[1]];
                $along = $length > 0 ? max(0.0, min(1.0, ($px * $dx + $py * $dy) / $length)) : 0.0;
                $square = ($px - $along * $dx) ** 2 + ($py - $along * $dy) ** 2;
                $cell = $y * $size->width + $x;
                if ($square < $reach && $square < ($near[$cell] ?? \INF)) {
                    $near[$cell] = $square;
                }
            }
        }
    }
}
