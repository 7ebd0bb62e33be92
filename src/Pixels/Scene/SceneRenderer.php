<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\SrgbCurve;
use Snugfit\Core\Scene\ClothSurface;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\GuidePlan;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PiecePlan;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\RoundSurface;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneKind;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Core\Scene\Surface;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/** Prints and a scene -> a preview. Everything meets in linear light: a print throws back what light falls on it there. */
final readonly class SceneRenderer
{
    /** Goes up whenever the same print in the same scene would look otherwise than before. */
    public const EDITION = 1;

    /** Pixels of a print for one of the scene that are asked for, so that interpolating loses nothing. */
    private const FINER = 1.3;

    /** Millimetres on the wall: the size of a print's name, and how far below it stands. */
    private const NAME_SIZE = 46.0;
    private const NAME_BELOW = 78.0;

    /** From what light on, in parts of what makes white white, it is held back, as in the scenes' own pictures (tools/scenes). */
    private const SHOULDER = 0.85;

    /**
     * How many pixels of a print a preview needs at most, on its long side, with what goes round its edges.
     *
     * @param int $width of the preview
     */
    public static function pixelsWanted(Scene $scene, PrintBody $body, int $width): int
    {
        $printed = $body->printed();
        $long = max($printed->width->inMillimetres(), $printed->height->inMillimetres());

        return max(16, (int) ceil($long * self::FINER * max(array_map(
            static fn (Surface $surface): float => self::scale($scene, $surface, $body, $width),
            $scene->surfaces,
        ))));
    }

    /**
     * @param non-empty-list<ShownPrint> $prints one for each surface, from the first again where there are more surfaces
     * @param int                        $width  of the preview in pixels
     *
     * @return Image sRGB of eight bits
     *
     * @throws ImpossibleScene where a print does not go into it
     */
    public function render(SceneFolder $folder, SceneLook $look, array $prints, int $width): Image
    {
        return [] === $prints[0]->body->pieces
            ? $this->shown($folder, $folder->scene, $look, $prints, $width)
            : $this->inPieces($folder, $look, $prints[0], $width);
    }

    /** @throws ImpossibleScene where it is no wall, or has no room for all of them */
    private function inPieces(SceneFolder $folder, SceneLook $look, ShownPrint $print, int $width): Image
    {
        $pieces = $surfaces = [];
        foreach (PiecePlan::of($print->body, $folder->scene)->pieces as [$panel, $surface]) {
            $pieces[] = new ShownPrint($print->part(...$print->body->pieceIn($panel)), $print->body->piece($panel));
            $surfaces[] = $surface;
        }
        \assert([] !== $pieces);

        return $this->shown($folder, $folder->scene->carrying($surfaces), $look, $pieces, $width);
    }

    /**
     * Several prints on one wall, each with its name below it.
     *
     * @param non-empty-list<ShownPrint> $prints
     * @param list<string>               $names
     *
     * @throws ImpossibleScene where it is no wall, or has no room for all of them
     */
    public function guide(SceneFolder $folder, SceneLook $look, array $prints, array $names, int $width): Image
    {
        $wall = $folder->scene->surfaces[0];
        if (!$wall instanceof FlatSurface || SceneKind::Wall !== $folder->scene->kind) {
            throw ImpossibleScene::because('Sizes are compared on a wall.');
        }
        $hung = array_map(static fn (ShownPrint $print): PrintSize => FlatPrint::hanging($print, $look)->outer(), $prints);
        $surfaces = [];
        foreach (GuidePlan::of($hung, $wall->area())->middles as $i => [$x, $y]) {
            $surfaces[] = new FlatSurface($wall->projection->moved($x, $y), $wall->area());
        }
        \assert([] !== $surfaces);
        $shown = $this->shown($folder, $folder->scene->carrying($surfaces), $look, $prints, $width)->copyToMemory();
        $size = $shown->size();
        $times = $size->width / $folder->scene->size->width;
        $words = '';
        foreach ($surfaces as $i => $surface) {
            $below = $hung[$i]->height->inMillimetres() / 2 + self::NAME_BELOW;
            [$x, $y] = $surface->projection->scaled($times)->point(0.0, $below);
            $words .= \sprintf(
                '<text x="%.2F" y="%.2F" font-size="%.2F">%s</text>',
                $x,
                $y,
                self::NAME_SIZE * $surface->projection->scaled($times)->pixelsPerMillimetre(0.0, $below),
                htmlspecialchars($names[$i] ?? '', \ENT_XML1),
            );
        }
        $drawing = Image::drawing(\sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" font-family="Public Sans, DejaVu Sans, sans-serif" '
            .'text-anchor="middle" fill="#3a4447">%s</svg>',
            $size->width,
            $size->height,
            $words,
        ));
        $alpha = $drawing->extractBands(3, 1)->linear(1 / 255, 0.0);
        $all = $alpha->join($alpha)->join($alpha);

        return $shown->multipliedBy($all->linear(-1.0, 1.0))
            ->plus($drawing->extractBands(0, 3)->multipliedBy($all))
            ->roundTo(BandFormat::Byte)
            ->withInterpretation(Interpretation::Srgb);
    }

    /**
     * @param non-empty-list<ShownPrint> $prints
     *
     * @throws ImpossibleScene
     */
    private function shown(SceneFolder $folder, Scene $scene, SceneLook $look, array $prints, int $width): Image
    {
        $size = new PixelSize($width, (int) round($width * $scene->size->height / $scene->size->width));
        $cover = self::sized($folder->picture(SceneFolder::COVER), $size)->extractBands(0, 1)->linear(1 / 255, 0.0);
        // Decoded once, and in light only where a print is.
        $plate = self::painted(
            self::sized($folder->picture(SceneFolder::PLATE, $size), $size)->copyToMemory(),
            $cover,
            $scene,
            SceneKind::Wall === $scene->kind ? $look->wall : $look->fabric,
        );
        foreach ($scene->surfaces as $i => $surface) {
            $print = $prints[$i % \count($prints)];
            [$window, $layers] = match (true) {
                $surface instanceof FlatSurface => (new FlatPrint($scene, $surface, $look, $size))->layers($print),
                $surface instanceof RoundSurface => (new RoundPrint($scene, $surface, $size))->layers($print),
                $surface instanceof ClothSurface => (new ClothPrint($folder, $surface, $size))->layers($print),
                default => throw ImpossibleScene::because('It has a surface of a kind that is not known.'),
            };
            $base = $plate->crop($window)->colourspace(Interpretation::ScRgb)->copyToMemory();
            // Of each picture no more is held than what the print is on.
            $on = $this->light($folder, $size)->crop($window)->copyToMemory();
            $shine = $this->shine($folder, $size)?->crop($window)->copyToMemory();
            $seen = $cover->crop($window);
            foreach ($layers as $layer) {
                // One after the other, so that no more than one is being worked on.
                $base = self::laid($base, $layer, $on, $seen, $shine)->copyToMemory();
            }
            $plate = $plate->insert(self::seen($base), $window->x, $window->y);
        }

        return $plate;
    }

    /** Pixels of the preview that a millimetre of a print takes at most. */
    private static function scale(Scene $scene, Surface $surface, PrintBody $body, int $width): float
    {
        $times = $width / $scene->size->width;
        $half = [$body->face->width->inMillimetres() / 2, $body->face->height->inMillimetres() / 2];

        return match (true) {
            $surface instanceof FlatSurface => max(array_map(
                static fn (array $corner): float => $surface->projection->scaled($times)->pixelsPerMillimetre(
                    $corner[0] * $half[0],
                    $corner[1] * $half[1],
                ),
                [[-1, -1], [1, -1], [1, 1], [-1, 1]],
            )),
            $surface instanceof ClothSurface => $surface->scale($width),
            default => 1 / $scene->millimetresPerPixel($width),
        };
    }

    /** What a surface throws back by itself; null where that is nothing. */
    private function shine(SceneFolder $folder, PixelSize $size): ?Image
    {
        return $folder->has(SceneFolder::SHINE)
            ? self::sized($folder->picture(SceneFolder::SHINE, $size), $size)->colourspace(Interpretation::ScRgb)
            : null;
    }

    /** Light on prints, in parts of what makes white white. */
    private function light(SceneFolder $folder, PixelSize $size): Image
    {
        $picture = $folder->picture(SceneFolder::LIGHT, $size);
        $levels = '';
        for ($i = 0; $i < 256; ++$i) {
            $linear = $folder->scene->mostLight * SrgbCurve::light($i / 255);
            $rest = 1 - self::SHOULDER;
            $levels .= pack('g', $linear <= self::SHOULDER ? $linear : 1 - $rest * exp(-($linear - self::SHOULDER) / $rest));
        }
        $table = Image::ofBytes($levels, new PixelSize(256, 1), 1, Interpretation::Multiband, BandFormat::Float);
        $light = $picture->mappedBy($table);

        return $light->size()->covers($size)
            ? $light->resize($size, Kernel::Linear)
            : $light->copyToMemory()->stretched($size);
    }

    /** A plate of eight bits, with wall or cloth in another colour. */
    private static function painted(Image $plate, Image $cover, Scene $scene, ?string $colour): Image
    {
        if (null === $colour || null === $scene->colour || $colour === $scene->colour) {
            return $plate;
        }
        $linear = static fn (string $pair): float => SrgbCurve::light((float) hexdec($pair) / 255);
        [$new, $old] = [array_map($linear, str_split($colour, 2)), array_map($linear, str_split($scene->colour, 2))];
        $change = static fn (int $band): float => $new[$band] / max(0.002, $old[$band]) - 1;
        $bands = array_map(static fn (int $band): Image => $cover->linear($change($band), 1.0), [0, 1, 2]);

        return self::seen($plate->colourspace(Interpretation::ScRgb)->multipliedBy($bands[0]->join($bands[1])->join($bands[2])))
            ->copyToMemory();
    }

    /** Light as a screen shows it. */
    private static function seen(Image $light): Image
    {
        return $light->withInterpretation(Interpretation::ScRgb)->colourspace(Interpretation::Srgb);
    }

    /**
     * @param Image $layer linear light times opacity and opacity, as Layer has them, over the window
     */
    private static function laid(Image $base, Image $layer, Image $light, Image $cover, ?Image $shine): Image
    {
        // Computed once, though it is asked for three times.
        $seen = $layer->multipliedBy($cover->join($cover)->join($cover)->join($cover))->copyToMemory();
        $alpha = $seen->extractBands(3, 1);
        $left = $alpha->linear(-1.0, 1.0);
        $laid = $base
            ->multipliedBy($left->join($left)->join($left))
            ->plus($seen->extractBands(0, 3)->multipliedBy($light));

        return null === $shine ? $laid : $laid->plus($shine->multipliedBy($alpha->join($alpha)->join($alpha)));
    }

    /** @param float $scale pixels of the preview for a millimetre */
    public static function reduced(Image $face, PrintBody $body, float $scale): Layer
    {
        return Layer::of($face, new PixelSize(
            max(8, (int) ceil($body->face->width->inMillimetres() * $scale)),
            max(8, (int) ceil($body->face->height->inMillimetres() * $scale)),
        ));
    }

    /**
     * What of a preview is round some points.
     *
     * @param non-empty-list<array{float, float}> $points
     *
     * @throws ImpossibleScene where nothing of it is
     */
    public static function windowRound(array $points, PixelSize $size): PixelWindow
    {
        $left = max(0, (int) floor(min(array_column($points, 0))) - 2);
        $top = max(0, (int) floor(min(array_column($points, 1))) - 2);
        $right = min($size->width, (int) ceil(max(array_column($points, 0))) + 2);
        $bottom = min($size->height, (int) ceil(max(array_column($points, 1))) + 2);

        return $right > $left && $bottom > $top
            ? new PixelWindow($left, $top, $right - $left, $bottom - $top)
            : throw ImpossibleScene::because('The print would lie outside the picture.');
    }

    private static function sized(Image $picture, PixelSize $size): Image
    {
        $has = $picture->size();

        return match (true) {
            $has->equals($size) => $picture,
            $has->covers($size) => $picture->resize($size, Kernel::Lanczos),
            default => (new Resampler())->resample($picture, $size, UpscaleMethod::Lanczos),
        };
    }
}
