<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Lays words on a print at its own pixels: their outlines are drawn here, never enlarged. */
final class LetteringCompositor
{
    /** Pixels round a line that its edges' softness may reach. */
    private const SOFT = 2;

    /**
     * @param \Closure(string): list<float> $samples a colour of six hexadecimal digits in the print's own samples, without alpha
     */
    public static function lay(Image $print, Lettered $lettered, \Closure $samples): Image
    {
        foreach ($lettered->lines as $line) {
            $window = self::seen($lettered, $line, $print->size());
            if (null === $window) {
                continue;
            }
            $part = $print->crop($window);
            if ($line->outline > 0) {
                $part = self::inked($part, self::mask($line, $window, true), $samples($line->outlineColour));
            }
            $part = self::inked($part, self::mask($line, $window, false), $samples($line->colour));
            $print = $print->insert($part, $window->x, $window->y);
        }

        return $print;
    }

    /** Which part of a print a line may touch where its words are seen; null where it lies off that. */
    public static function seen(Lettered $lettered, LetteredLine $line, PixelSize $print): ?PixelWindow
    {
        $window = self::window($line, $print);

        return null === $lettered->within ? $window : $window?->common($lettered->within);
    }

    /** Which part of a print a line may touch; null where it lies off it. */
    public static function window(LetteredLine $line, PixelSize $print, int $around = self::SOFT): ?PixelWindow
    {
        $bounds = $line->bounds();
        if (null === $bounds) {
            return null;
        }
        [$left, $top] = [(int) floor($bounds[0]) - $around, (int) floor($bounds[1]) - $around];
        [$right, $bottom] = [(int) ceil($bounds[2]) + $around, (int) ceil($bounds[3]) + $around];

        return (new PixelWindow($left, $top, max(1, $right - $left), max(1, $bottom - $top)))->common(PixelWindow::whole($print));
    }

    /**
     * How much of each pixel a line covers: one band, 0 to 255.
     *
     * @param bool $isOutlined with the line round its letters
     */
    public static function mask(LetteredLine $line, PixelWindow $window, bool $isOutlined): Image
    {
        $stroke = $isOutlined
            ? \sprintf(' stroke="#000" stroke-linejoin="round" stroke-width="%.2F"', 2 * $line->outline)
            : '';
        $svg = \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="0 0 %1$d %2$d"><path d="%s"%s/></svg>',
            $window->width,
            $window->height,
            $line->movedBy(-$window->x, -$window->y)->drawn()->toSvg(),
            $stroke,
        );

        return Image::drawing($svg, ['unlimited' => 1])->extractBands(3, 1);
    }

    /** @param list<float> $colour */
    private static function inked(Image $part, Image $mask, array $colour): Image
    {
        $hasAlpha = $part->hasAlpha();
        $most = PremultipliedAlpha::most($part);
        $format = $part->format();
        $interpretation = $part->interpretation();
        $under = $hasAlpha ? $part->premultiply($most) : $part->cast(BandFormat::Float);
        $ink = [...$colour, ...$hasAlpha ? [$most] : []];
        $flat = $under->linearByBand(array_map(static fn (float $value): array => [0.0, $value], $ink));
        $inked = $under->plus($flat->minus($under)->multipliedBy($mask->linear(1 / 255, 0.0)));

        return ($hasAlpha ? $inked->unpremultiply($most) : $inked)->roundTo($format)->withInterpretation($interpretation);
    }
}
