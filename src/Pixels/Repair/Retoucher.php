<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Onnx\PatchSearch;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * Fills spots from what lies round them, structure and texture carried on: from coarse to fine, every patch over a hole finds the
 * one most like it, and all that are found vote for the hole's pixels (after Criminisi, Perez, Toyama 2004 and Wexler, Shechtman,
 * Irani 2007; from memory). The search is exhaustive, as a graph.
 */
final class Retoucher
{
    /** Pixels round a hole that it is filled from: so many times its size, and between these. */
    private const ROUND = 1.3;
    private const LEAST_ROUND = 28;
    private const MOST_ROUND = 110;

    /** Pixels across at which a hole is begun with. */
    private const BEGIN = 10;

    private const ROUNDS = 2;
    private const ROUNDS_BEGIN = 6;
    /** Levels of 255 that a hole's pixels move in a round, root mean square, under which no further round is worth it. */
    private const SETTLED = 0.5;

    /** How much less a patch's vote counts with every pixel deeper in the hole, and how deep that goes. */
    private const LESS = 0.75;
    private const MOST_DEEP = 16;

    /** At most so many patches look for others at once. */
    private const MOST_PATCHES = 600;

    private ?PatchSearch $search = null;

    public function __construct(private readonly int $threads = 1)
    {
    }

    /** @throws OnnxFailed */
    public function retouch(Image $picture, Retouch $retouch): Image
    {
        $left = $retouch->strokes;
        while (null !== $stroke = array_shift($left)) {
            $picture = $this->filled($picture, $stroke, $left);
        }

        return $picture;
    }

    /**
     * Of spots that are filled already, those that one more could change: what it is filled from and what they are filled from meets,
     * directly or by way of others. The rest are the same with it or without it.
     *
     * @return list<Stroke> in their order
     */
    public static function near(Stroke $next, Retouch $done, PixelSize $size): array
    {
        $far = $done->strokes;
        $reached = [$next];
        while (null !== $stroke = array_shift($reached)) {
            foreach ($far as $i => $other) {
                if (self::meet($stroke, $other, $size) || self::meet($other, $stroke, $size)) {
                    $reached[] = $other;
                    unset($far[$i]);
                }
            }
        }

        return array_values(array_diff_key($done->strokes, $far));
    }

    /** The picture with spots as they were before they were filled. */
    public static function reopened(Image $filled, Image $before, Stroke ...$strokes): Image
    {
        foreach ($strokes as $stroke) {
            $window = StrokeRaster::window([$stroke], $filled->size());
            $filled = $filled->insert($before->crop($window), $window->x, $window->y)->copyToMemory();
        }

        return $filled;
    }

    /** Whether one is filled from where the other is. */
    private static function meet(Stroke $one, Stroke $other, PixelSize $size): bool
    {
        return null !== self::window($one, $size)->common(StrokeRaster::window([$other], $size));
    }

    /** What a stroke is filled from, and it. */
    private static function window(Stroke $stroke, PixelSize $size): PixelWindow
    {
        $round = (int) round(max(self::LEAST_ROUND, min(self::MOST_ROUND, self::ROUND * self::across($stroke, $size))));

        return StrokeRaster::window([$stroke], $size)->widenedIn($size, $round);
    }

    /** Pixels that a stroke is wide. */
    private static function across(Stroke $stroke, PixelSize $size): float
    {
        return max(1.0, 2 * $stroke->radius * $size->longSide());
    }

    /** @param list<Stroke> $open those that are not filled yet: nothing is taken from them */
    private function filled(Image $picture, Stroke $stroke, array $open): Image
    {
        $size = $picture->size();
        $window = self::window($stroke, $size);
        if (min($window->width, $window->height) < 3 * PatchSearch::SIDE) {
            return $picture;
        }
        $part = $picture->crop($window)->copyToMemory();
        $cover = StrokeRaster::draw([$stroke], $size, $window)->copyToMemory();
        $unit = PremultipliedAlpha::most($picture) / 255;
        $colours = $part->extractBands(0, 3)->cast(BandFormat::Float)->linear(1 / $unit, 0.0)->copyToMemory();
        $hole = $cover->isMoreThan(0.0)->copyToMemory();
        $barred = [] === $open ? $hole : $hole->either(StrokeRaster::draw($open, $size, $window)->isMoreThan(0.0))->copyToMemory();
        $filled = $this->solved($colours, $hole, $barred, self::across($stroke, $size));
        // As soft as the stroke's own edge.
        $share = $cover->linear(1 / 255, 0.0);
        $made = $colours->plus($filled->minus($colours)->multipliedBy($share))->linear($unit, 0.0)->roundTo($picture->format());
        $made = ($picture->hasAlpha() ? $made->join($part->extractBands(3, 1)) : $made)->withInterpretation($picture->interpretation());

        return $picture->insert($made->copyToMemory(), $window->x, $window->y);
    }

    /**
     * @param Image $colours red, green, blue as floating numbers from 0 to 255
     * @param Image $hole    255 where it is to be filled, and $barred where nothing is taken from
     */
    private function solved(Image $colours, Image $hole, Image $barred, float $across): Image
    {
        $levels = max(0, (int) ceil(log($across / self::BEGIN, 2)));
        $guess = null;
        for ($level = $levels; $level >= 0; --$level) {
            $scale = 2 ** $level;
            $size = $colours->size();
            $small = new PixelSize(
                max(PatchSearch::SIDE * 2, (int) ceil($size->width / $scale)),
                max(PatchSearch::SIDE * 2, (int) ceil($size->height / $scale)),
            );
            [$seen, $where, $not] = 0 === $level
                ? [$colours, $hole, $barred]
                : [
                    self::smaller($colours, $barred, $small),
                    $hole->reducedTo($small)->isMoreThan(8.0)->copyToMemory(),
                    $barred->reducedTo($small)->isMoreThan(8.0)->copyToMemory(),
                ];
            $guess = self::composed($seen, null === $guess ? self::spread($seen, $not) : $guess->stretched($small), $where);
            $guess = $this->improved($guess, $where, $not, $level === $levels ? self::ROUNDS_BEGIN : self::ROUNDS);
        }

        return $guess;
    }

    /** Made smaller without what is in the hole. */
    private static function smaller(Image $colours, Image $barred, PixelSize $to): Image
    {
        $known = $barred->not()->cast(BandFormat::Float)->linear(1 / 255, 0.0);

        return $colours->multipliedBy($known)->reducedTo($to)->dividedBy($known->reducedTo($to)->linear(1.0, 1e-4))->copyToMemory();
    }

    /** The hole's pixels as a mean of what is round it, the nearer the more. */
    private static function spread(Image $colours, Image $barred): Image
    {
        $known = $barred->not()->cast(BandFormat::Float)->linear(1 / 255, 0.0);
        $all = $colours->multipliedBy($known)->join($known)->copyToMemory();
        $size = $colours->size();
        $sum = $all->boxMean(1);
        // Coarser ones count where finer ones have nothing.
        foreach ([[2, 1e-2], [5, 1e-4], [12, 1e-6], [30, 1e-8]] as [$less, $counts]) {
            $small = new PixelSize(max(3, intdiv($size->width, $less)), max(3, intdiv($size->height, $less)));
            $sum = $sum->plus($all->reducedTo($small)->boxMean(1)->stretched($size)->linear($counts, 0.0));
        }

        return $sum->extractBands(0, 3)->dividedBy($sum->extractBands(3, 1)->linear(1.0, 1e-12))->copyToMemory();
    }

    private static function composed(Image $colours, Image $guess, Image $hole): Image
    {
        return $colours->plus($guess->minus($colours)->multipliedBy($hole->linear(1 / 255, 0.0)))->cast(BandFormat::Float)->copyToMemory();
    }

    private function improved(Image $guess, Image $hole, Image $barred, int $rounds): Image
    {
        $size = $guess->size();
        $side = PatchSearch::SIDE;
        $inner = new PixelWindow(intdiv($side, 2), intdiv($side, 2), $size->width - $side + 1, $size->height - $side + 1);
        $isAnyFree = null !== $barred->not()->ranked($side, 0)->crop($inner)->copyToMemory()->brightest();
        $places = $isAnyFree ? self::places($hole, $side) : [];
        if ([] === $places) {
            return $guess;
        }
        $this->search ??= new PatchSearch($this->threads);
        $fill = $this->search->over(self::shares($hole), self::shares($barred), $places, self::trust($hole, $places), $size);
        $share = $hole->average() / 255;
        for ($round = 0; $round < $rounds; ++$round) {
            $next = Image::ofBytes($fill($guess->bytes()), $size, 3, Interpretation::Multiband, BandFormat::Float);
            $moved = $next->minus($guess);
            $guess = $next;
            // Outside the hole nothing moves.
            if ($moved->multipliedBy($moved)->average() < self::SETTLED ** 2 * $share) {
                break;
            }
        }

        return $guess;
    }

    /** @return string floating numbers, 1 where a mask is white */
    private static function shares(Image $mask): string
    {
        return $mask->cast(BandFormat::Float)->linear(1 / 255, 0.0)->bytes();
    }

    /**
     * Patches near the hole's edge see more of what is known.
     *
     * @param non-empty-list<int> $places
     *
     * @return non-empty-list<float>
     */
    private static function trust(Image $hole, array $places): array
    {
        $half = intdiv(PatchSearch::SIDE, 2);
        $deep = $hole->linear(0.0, 0.0);
        for ($step = 0; $step < self::MOST_DEEP && null !== $hole->brightest(); ++$step) {
            $deep = $deep->plus($hole->linear(1 / 255, 0.0));
            $hole = $hole->ranked(3, 0)->copyToMemory();
        }
        $depths = $deep->cast(BandFormat::Byte)->values();
        $width = $deep->size()->width;

        return array_map(static fn (int $place): float => self::LESS ** $depths[$place + $half * $width + $half], $places);
    }

    /**
     * Where patches over the hole begin: all of them, or every second or third where there are many.
     *
     * @return list<int>
     */
    private static function places(Image $hole, int $side): array
    {
        $size = $hole->size();
        $half = intdiv($side, 2);
        $cells = array_keys(array_filter($hole->ranked($side, $side * $side - 1)->values()));
        $step = max(1, (int) ceil(sqrt(\count($cells) / self::MOST_PATCHES)));
        $places = [];
        foreach ($cells as $cell) {
            [$x, $y] = [$cell % $size->width - $half, intdiv($cell, $size->width) - $half];
            $isIn = $x >= 0 && $y >= 0 && $x + $side <= $size->width && $y + $side <= $size->height;
            if ($isIn && 0 === $x % $step && 0 === $y % $step) {
                $places[] = $y * $size->width + $x;
            }
        }

        return $places;
    }
}
