<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Outlines as SVG 1.1, to be read by hand, too: a group a paint, a path an area, nothing that lies outside the file.
 *
 * Areas beside each other share their border, and a renderer that smooths edges mixes each of them with what lies beneath. So all
 * of them are drawn twice: first a little wider, then as they are. What lies beneath a shared border is one of its own two colours,
 * and never the ground.
 */
final readonly class SvgWriter
{
    /** Of a picture's longer side: how much wider areas are drawn beneath. */
    private const SPREAD = 1 / 250;

    public static function write(Outlines $outlines, ?string $title = null): string
    {
        $digits = max($outlines->width, $outlines->height) > 2000 ? 1 : 2;
        $number = static fn (float $value): string => self::number($value, $digits);
        $groups = self::groups($outlines, $number);
        $defs = [];
        foreach ($outlines->paints as $i => $paint) {
            if (null !== $paint->gradient && isset($groups[$i])) {
                $defs[] = self::gradient($paint->gradient, 'shade-'.($i + 1), $number);
            }
        }
        [$wide, $exact] = [[], []];
        $spread = $number(max(1.0, max($outlines->width, $outlines->height) * self::SPREAD));
        foreach ($groups as $i => $paths) {
            $paint = $outlines->paints[$i];
            $name = 'paint-'.($i + 1);
            $fill = null === $paint->gradient ? '#'.$paint->colour : 'url(#shade-'.($i + 1).')';
            $defs[] = \sprintf("<g id=\"%s\">\n%s\n</g>", $name, implode("\n", $paths));
            $opacity = $paint->opacity < 1.0 ? \sprintf(' fill-opacity="%s"', self::number($paint->opacity, 3)) : '';
            // What shines through would be seen twice.
            if ('' === $opacity) {
                $wide[] = \sprintf('<use xlink:href="#%s" fill="%s" stroke="%s"/>', $name, $fill, $fill);
            }
            $exact[] = \sprintf('<use xlink:href="#%s" fill="%s"%s/>', $name, $fill, $opacity);
        }

        return implode("\n", array_filter([
            '<?xml version="1.0" encoding="UTF-8"?>',
            \sprintf(
                '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="%s" height="%s" viewBox="0 0 %1$s %2$s">',
                $number($outlines->width),
                $number($outlines->height),
            ),
            null === $title ? null : '<title>'.htmlspecialchars($title, \ENT_XML1).'</title>',
            "<defs>\n".implode("\n", $defs)."\n</defs>",
            \sprintf("<g stroke-width=\"%s\" stroke-linejoin=\"round\">\n%s\n</g>", $spread, implode("\n", $wide)),
            implode("\n", $exact),
            "</svg>\n",
        ]));
    }

    /**
     * @param \Closure(float): string $number
     *
     * @return array<int, list<string>> paths by paint
     */
    private static function groups(Outlines $outlines, \Closure $number): array
    {
        $groups = [];
        foreach ($outlines->shapes as $shape) {
            if ($outlines->paints[$shape->paint]->isNothing()) {
                continue;
            }
            $data = '';
            foreach ($shape->rings as $ring) {
                $start = null;
                foreach ($ring as [$border, $isBack]) {
                    $line = $isBack ? $outlines->borders[$border]->reversed() : $outlines->borders[$border];
                    if (null === $start) {
                        $start = $line->start;
                        $data .= 'M'.$number($start[0]).' '.$number($start[1]);
                    }
                    foreach ($line->segments as $segment) {
                        $data .= $segment->path($number);
                    }
                }
                $data .= 'Z';
            }
            $groups[$shape->paint][] = '<path d="'.$data.'"/>';
        }
        ksort($groups);

        return $groups;
    }

    /** @param \Closure(float): string $number */
    private static function gradient(Gradient $gradient, string $name, \Closure $number): string
    {
        $stops = '';
        foreach ($gradient->stops as [$at, $paint]) {
            $opacity = $paint->opacity < 1.0 ? \sprintf(' stop-opacity="%s"', self::number($paint->opacity, 3)) : '';
            $stops .= \sprintf('<stop offset="%s" stop-color="#%s"%s/>', self::number($at, 4), $paint->colour, $opacity);
        }
        [$from, $to] = [$gradient->from, $gradient->to];

        return $gradient->isRadial
            ? \sprintf(
                '<radialGradient id="%s" gradientUnits="userSpaceOnUse" cx="%s" cy="%s" r="%s">%s</radialGradient>',
                $name, $number($from[0]), $number($from[1]), $number($gradient->radius()), $stops,
            )
            : \sprintf(
                '<linearGradient id="%s" gradientUnits="userSpaceOnUse" x1="%s" y1="%s" x2="%s" y2="%s">%s</linearGradient>',
                $name, $number($from[0]), $number($from[1]), $number($to[0]), $number($to[1]), $stops,
            );
    }

    private static function number(float $value, int $digits): string
    {
        $text = number_format($value, $digits, '.', '');
        $text = str_contains($text, '.') ? rtrim(rtrim($text, '0'), '.') : $text;

        return '-0' === $text ? '0' : $text;
    }
}
