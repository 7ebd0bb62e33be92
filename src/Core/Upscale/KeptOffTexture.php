<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** What goes faithful by itself where a picture is given texture: faces and lettering, which nobody forgives false strokes. */
final readonly class KeptOffTexture
{
    /** More boxes than that are none that were found rightly. */
    private const MOST = 60;

    /** Of a box's half height: a stroke's distance from its middle line, and its radius. So all of the box lies where they are full. */
    private const ASIDE = 0.5;
    private const RADIUS = 1.6;

    private const LEAST_RADIUS = 0.002;
    private const MOST_RADIUS = 0.5;

    /** Null where the way gives no texture, or nothing is to be kept off it. */
    public static function in(UpscaleSettings $settings, MasterFacts $facts): ?UpscaleRegion
    {
        $boxes = UpscaleMethod::Textured === $settings->method ? [...$facts->heads, ...$facts->lettering] : [];
        $strokes = [];
        foreach (\array_slice($boxes, 0, self::MOST) as $box) {
            array_push($strokes, ...self::over($box, $facts->size));
        }

        return [] === $strokes
            ? null
            : new UpscaleRegion(new UpscaleSettings(UpscaleMethod::Faithful, 100, $settings->effort), new PaintedMask($strokes));
    }

    /** @return array{BrushStroke, BrushStroke} along the longer side */
    private static function over(FractionBox $box, PixelSize $size): array
    {
        [$width, $height] = [$box->width * $size->width, $box->height * $size->height];
        $isWide = $width >= $height;
        $half = min($width, $height) / 2;
        $radius = max(self::LEAST_RADIUS, min(self::MOST_RADIUS, self::RADIUS * $half / $size->longSide()));
        $aside = self::ASIDE * $half;
        [$x, $y] = [($box->x + $box->width / 2) * $size->width, ($box->y + $box->height / 2) * $size->height];
        $along = max($width, $height) / 2;
        $stroke = static function (float $off) use ($isWide, $along, $x, $y, $size, $radius): BrushStroke {
            $at = static fn (float $way): array => $isWide
                ? [($x + $way) / $size->width, ($y + $off) / $size->height]
                : [($x + $off) / $size->width, ($y + $way) / $size->height];

            return new BrushStroke([$at(-$along), $at($along)], $radius);
        };

        return [$stroke(-$aside), $stroke($aside)];
    }
}
