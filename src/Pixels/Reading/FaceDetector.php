<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Guesses where heads are, seen from the front, on small copies of several sizes. */
final readonly class FaceDetector
{
    /** Pixels of the largest copy's long side: a face of a seventh of it is found. */
    private const SIDE = 160;

    /** Each copy is so much smaller than the one before it. */
    private const SCALE = 1.15;

    /** Windows that agree on a face: one alone is mostly none. */
    private const AGREE = 2;

    /** Of the second look: windows that agree, and how large a face is in them. */
    private const CONFIRM = 2;
    private const SIZES = [0.8, 0.9, 1.0, 1.12, 1.25];

    /** Two windows are of one face where they share so much of what they cover together. */
    private const SHARED = 0.35;

    /** A face reaches from brow to chin; a head so many of its heights further up, and down and to the sides. */
    private const ABOVE = 0.45;
    private const AROUND = 0.2;

    /**
     * @param Image $picture upright, sRGB, 8 bits, without alpha
     *
     * @return list<FractionBox> heads, the surest first
     */
    public function heads(Image $picture): array
    {
        [$cascade, $second] = [FaceCascade::first(), FaceCascade::second()];
        if (null === $cascade || null === $second) {
            return [];
        }
        $grey = $picture->reducedWithin(self::SIDE)->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1)->copyToMemory();
        $whole = $grey->size();
        $windows = [];
        for ($scale = 1.0; min($whole->width, $whole->height) / $scale >= $cascade->side; $scale *= self::SCALE) {
            $size = new PixelSize((int) round($whole->width / $scale), (int) round($whole->height / $scale));
            $copy = $size->equals($whole) ? $grey : $grey->reducedWithin($size->longSide())->copyToMemory();
            $size = $copy->size();
            foreach ($cascade->found($copy->bytes(), $size->width, $size->height) as [$x, $y]) {
                $windows[] = new FractionBox(
                    $x / $size->width,
                    $y / $size->height,
                    $cascade->side / $size->width,
                    $cascade->side / $size->height,
                );
            }
        }

        $faces = array_filter($this->agreed($windows), fn (FractionBox $face): bool => $this->isConfirmed($picture, $face, $second));

        return array_values(array_map(self::head(...), $faces));
    }

    /**
     * @param list<FractionBox> $windows
     *
     * @return list<FractionBox> the mean of each group that is large enough
     */
    private function agreed(array $windows): array
    {
        $groups = [];
        foreach ($windows as $window) {
            foreach ($groups as $i => $group) {
                if ($window->sharedWith($group[0]) >= self::SHARED) {
                    $groups[$i][] = $window;
                    continue 2;
                }
            }
            $groups[] = [$window];
        }
        $groups = array_filter($groups, static fn (array $group): bool => \count($group) >= self::AGREE);
        usort($groups, static fn (array $one, array $other): int => \count($other) <=> \count($one));
        $mean = static fn (array $values): float => array_sum($values) / max(1, \count($values));

        return array_map(static fn (array $group): FractionBox => new FractionBox(
            $mean(array_map(static fn (FractionBox $box): float => $box->x, $group)),
            $mean(array_map(static fn (FractionBox $box): float => $box->y, $group)),
            $mean(array_map(static fn (FractionBox $box): float => $box->width, $group)),
            $mean(array_map(static fn (FractionBox $box): float => $box->height, $group)),
        ), $groups);
    }

    /** Looks once more, at a copy of the face and what is round it in the window's own size and some near it. */
    private function isConfirmed(Image $picture, FractionBox $face, FaceCascade $cascade): bool
    {
        $size = $picture->size();
        [$left, $top] = [max(0.0, $face->x - $face->width / 2), max(0.0, $face->y - $face->height / 2)];
        $right = min(1.0, $face->x + 1.5 * $face->width);
        $bottom = min(1.0, $face->y + 1.5 * $face->height);
        $near = $picture
            ->crop((new FractionBox($left, $top, $right - $left, $bottom - $top))->inPixelsOf($size))
            ->colourspace(Interpretation::BlackAndWhite)
            ->extractBands(0, 1)
            ->withInterpretation(Interpretation::BlackAndWhite)
            ->copyToMemory();
        [$agree, $resampler] = [0, new Resampler()];
        foreach (self::SIZES as $times) {
            $shrink = $cascade->side * $times / ($face->width * $size->width);
            $copy = $resampler->resample(
                $near,
                $near->size()->scaled($shrink),
                UpscaleMethod::Mitchell,
            )->copyToMemory();
            $agree += \count($cascade->found($copy->bytes(), $copy->size()->width, $copy->size()->height));
        }

        return $agree >= self::CONFIRM;
    }

    private static function head(FractionBox $face): FractionBox
    {
        $left = max(0.0, $face->x - self::AROUND * $face->width);
        $top = max(0.0, $face->y - self::ABOVE * $face->height);
        $right = min(1.0, $face->x + (1 + self::AROUND) * $face->width);
        $bottom = min(1.0, $face->y + (1 + self::AROUND) * $face->height);

        return new FractionBox($left, $top, $right - $left, $bottom - $top);
    }
}
