<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/**
 * Outlines as SVG 1.1, to be read by hand, too: a group a paint, a path an area, nothing that lies outside the file.
 *
 * Areas beside each other share their border, and a renderer that smooths edges mixes each of them with what lies beneath. So all
 * of them are drawn more than once: wider first, then as they are. What lies beneath a shared border is one of its own two colours,
 * and never the ground.
 */
final readonly class SvgWriter
{
    /** Of a picture's longer side, and in its pixels: how much wider areas are drawn beneath, to both sides together. */
    private const SPREAD = 1 / 250;
    private const NEAR = 1.5;

    /** Pixels from which on a tenth of one is exact enough. */
    private const COARSE = 2000;

    /** @param bool $isStacked whether areas lie on each other, without holes for those on them */
    public static function write(Outlines $outlines, bool $isStacked = false): string
    {
        $digits = max($outlines->width, $outlines->height) > self::COARSE ? 1 : 2;
        $number = static fn (float $value): string => self::number($value, $digits);
        $groups = self::groups($outlines, $isStacked, $number);
        [$defs, $wide, $exact] = [[], [], []];
        foreach ($outlines->paints as $i => $paint) {
            if (null !== $paint->gradient && \in_array($i, array_column($groups, 0), true)) {
                $defs[] = self::gradient($paint->gradient, 'shade-'.($i + 1), $number);
            }
        }
        foreach ($groups as $place => [$i, $paths]) {
            $paint = $outlines->paints[$i];
            $name = $isStacked ? 'layer-'.($place + 1) : 'paint-'.($i + 1);
            $fill = null === $paint->gradient ? '#'.$paint->colour : 'url(#shade-'.($i + 1).')';
            $defs[] = \sprintf("<g id=\"%s\">\n%s%s\n</g>", $name, self::title($paint), implode("\n", $paths));
            $opacity = $paint->opacity < 1.0 ? \sprintf(' fill-opacity="%s"', self::number($paint->opacity, 3)) : '';
            // What shines through would be seen twice.
            if (!$paint->shinesThrough()) {
                // Backwards, so that beneath a shared border lies what is drawn first: what is drawn over it then mixes with just that.
                array_unshift($wide, \sprintf('<use xlink:href="#%s" fill="%s" stroke="%s"/>', $name, $fill, $fill));
            }
            $exact[] = \sprintf('<use xlink:href="#%s" fill="%s"%s/>', $name, $fill, $opacity);
        }
        $size = [$number($outlines->width), $number($outlines->height)];
        $isWhole = self::coversAll($outlines);

        return implode("\n", array_filter([
            '<?xml version="1.0" encoding="UTF-8"?>',
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
                .vsprintf(' width="%1$s" height="%2$s" viewBox="0 0 %1$s %2$s">', $size),
            "<defs>\n".implode("\n", $defs).($isWhole ? '' : "\n".self::clip($groups))."\n</defs>",
            ...self::beneath($outlines, implode("\n", $wide), $isWhole, $number),
            implode("\n", $exact),
            ...self::pens($outlines, $number),
            "</svg>\n",
        ]));
    }

    /**
     * What is drawn wider: far, for when all of it is shown small, and over that a little, so that where areas are narrow no third
     * one's colour lies beneath a border.
     *
     * @param \Closure(float): string $number
     *
     * @return list<string>
     */
    private static function beneath(Outlines $outlines, string $uses, bool $isWhole, \Closure $number): array
    {
        $far = max($outlines->width, $outlines->height) * self::SPREAD;

        return array_map(
            static fn (float $spread): string => \sprintf(
                "<g stroke-width=\"%s\" stroke-linejoin=\"round\"%s>\n%s\n</g>",
                $number($spread),
                $isWhole ? '' : ' clip-path="url(#all)"',
                $uses,
            ),
            $far > 2 * self::NEAR ? [$far, self::NEAR] : [self::NEAR],
        );
    }

    /** Whether nothing of the picture is left open: then nothing drawn wider can be seen beyond. */
    private static function coversAll(Outlines $outlines): bool
    {
        $rims = [];
        foreach ($outlines->shapes as $shape) {
            if (!$outlines->paints[$shape->paint]->shinesThrough()) {
                foreach ($shape->rings as $ring) {
                    foreach ($ring as [$border]) {
                        $rims[$border] = ($rims[$border] ?? 0) + 1;
                    }
                }
            }
        }
        foreach ($rims as $border => $times) {
            // Only the picture's own edge has nothing beyond.
            if (1 === $times && !self::isEdge($outlines, $outlines->borders[$border])) {
                return false;
            }
        }

        return true;
    }

    private static function isEdge(Outlines $outlines, Border $border): bool
    {
        [[$sx, $sy], [$ex, $ey]] = [$border->start, $border->end()];
        $isAt = static fn (float $one, float $other, float $edge): bool => abs($one - $edge) < 1e-6 && abs($other - $edge) < 1e-6;

        return 1 === \count($border->segments) && (
            $isAt($sx, $ex, 0.0) || $isAt($sx, $ex, $outlines->width) || $isAt($sy, $ey, 0.0) || $isAt($sy, $ey, $outlines->height)
        );
    }

    /** @param list<array{int, list<string>}> $groups */
    private static function clip(array $groups): string
    {
        $paths = array_merge(...array_column($groups, 1));

        return "<clipPath id=\"all\">\n".implode("\n", $paths)."\n</clipPath>";
    }

    /**
     * @param \Closure(float): string $number
     *
     * @return list<array{int, list<string>}> paints and their paths: each paint once, or the large areas first where they are stacked
     */
    private static function groups(Outlines $outlines, bool $isStacked, \Closure $number): array
    {
        $within = $outlines->withinPens();
        $shapes = [];
        foreach ($outlines->shapes as $shape) {
            if (null === $shape->pen && !$outlines->paints[$shape->paint]->isNothing()) {
                $shapes[] = self::goingOnBeneath($shape, $within);
            }
        }
        if (!$isStacked) {
            $groups = [];
            foreach ($shapes as $shape) {
                $groups[$shape->paint][] = self::path($outlines, $shape->rings, $number);
            }
            ksort($groups);

            return array_map(static fn (int $paint, array $paths): array => [$paint, $paths], array_keys($groups), $groups);
        }
        usort($shapes, static fn (Shape $one, Shape $other): int => $outlines->area($other->rings[0]) <=> $outlines->area($one->rings[0]));
        $isSolid = [] === array_filter($outlines->paints, static fn (Paint $paint): bool => $paint->shinesThrough())
            && self::coversAll($outlines);
        $groups = [];
        foreach ($shapes as $shape) {
            $path = self::path($outlines, $isSolid ? [$shape->rings[0]] : $shape->rings, $number);
            $last = \count($groups) - 1;
            if ($last >= 0 && $groups[$last][0] === $shape->paint) {
                $groups[$last][1][] = $path;
            } else {
                $groups[] = [$shape->paint, [$path]];
            }
        }

        return $groups;
    }

    /**
     * Without holes for lines of one width.
     *
     * @param array<int, true> $within the borders of such lines
     */
    private static function goingOnBeneath(Shape $shape, array $within): Shape
    {
        $rings = [$shape->rings[0]];
        foreach (\array_slice($shape->rings, 1) as $ring) {
            if (!isset($within[$ring[0][0]])) {
                $rings[] = $ring;
            }
        }

        return new Shape($shape->paint, $rings);
    }

    /**
     * Lines of one width, over all areas, a group a paint.
     *
     * @param \Closure(float): string $number
     *
     * @return list<string>
     */
    private static function pens(Outlines $outlines, \Closure $number): array
    {
        $groups = [];
        foreach ($outlines->shapes as $shape) {
            $paint = $outlines->paints[$shape->paint];
            if (null === $shape->pen || $paint->isNothing()) {
                continue;
            }
            $isClosed = $shape->pen->middle->start === $shape->pen->middle->end();
            $groups[$shape->paint][] = \sprintf(
                '<path d="%s%s" stroke-width="%s"%s/>',
                self::line($shape->pen->middle, $number),
                $isClosed ? 'Z' : '',
                $number($shape->pen->width),
                $shape->pen->isRound ? ' stroke-linecap="round"' : '',
            );
        }
        ksort($groups);

        return array_map(static fn (int $paint, array $paths): string => \sprintf(
            "<g id=\"lines-%d\" fill=\"none\" stroke=\"#%s\">\n%s%s\n</g>",
            $paint + 1,
            $outlines->paints[$paint]->colour,
            self::title($outlines->paints[$paint]),
            implode("\n", $paths),
        ), array_keys($groups), $groups);
    }

    private static function title(Paint $paint): string
    {
        return null === $paint->name ? '' : '<title>'.htmlspecialchars($paint->name, \ENT_XML1)."</title>\n";
    }

    /** @param \Closure(float): string $number */
    private static function line(Border $line, \Closure $number): string
    {
        $data = 'M'.$number($line->start[0]).' '.$number($line->start[1]);
        foreach ($line->segments as $segment) {
            $data .= $segment->path($number);
        }

        return $data;
    }

    /**
     * @param non-empty-list<list<array{int, bool}>> $rings
     * @param \Closure(float): string                $number
     */
    private static function path(Outlines $outlines, array $rings, \Closure $number): string
    {
        $data = '';
        foreach ($rings as $ring) {
            $isFirst = true;
            foreach ($ring as [$border, $isBack]) {
                $line = $isBack ? $outlines->borders[$border]->reversed() : $outlines->borders[$border];
                if ($isFirst) {
                    $data .= 'M'.$number($line->start[0]).' '.$number($line->start[1]);
                    $isFirst = false;
                }
                foreach ($line->segments as $segment) {
                    $data .= $segment->path($number);
                }
            }
            $data .= 'Z';
        }

        return '<path d="'.$data.'"/>';
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
