<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Lettering\Contrast;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\Image;

/** Finds words in a print's pixels: whether they are there in their colour, and how well they stand out. */
final class LetteringMeasurer
{
    /** Levels of 255 that a lossy file may be off inside a stroke. */
    private const OFF = 24.0;

    /** The same where a file holds fewer colours than pixels, and the least part of ink that still tells words. */
    private const OFF_LOSSY = 40.0;
    private const INKED = 0.3;

    /** Pixels: as a Gaussian's deviation, how far round them ground is looked at, and from where an outline is all of it. */
    private const NEARBY = 8.0;
    private const WIDE = 4.0;

    /** Of a pixel, that a letter covers all of it. */
    private const COVERED = 250.0;

    /** Pixels on the long side of the copy in which contrast is looked at. */
    private const SMALL = 400;

    /** Of a line's height: how far round letters the ground is looked at. */
    private const NEAR = 0.12;

    /** The worst tenth of the ground decides. */
    private const WORST = 0.1;

    /**
     * @param \Closure(string): list<float> $samples a colour in the picture's own samples
     * @param ?FileFormat                   $lossy   of a file whose pixels may be off; null where they are exact
     *
     * @return float share of the letters' inside that has their colour, 0 to 1
     */
    public static function laid(Image $picture, Lettered $lettered, \Closure $samples, ?FileFormat $lossy = null): float
    {
        [$right, $all] = [0.0, 0.0];
        foreach ($lettered->lines as $i => $line) {
            $window = LetteringCompositor::seen($lettered, $line, $picture->size());
            if (null === $window) {
                continue;
            }
            $inside = LetteringCompositor::mask($line, $window, false)->isMoreThan(self::COVERED);
            foreach (\array_slice($lettered->lines, $i + 1) as $above) {
                $inside = $inside->both(LetteringCompositor::mask($above, $window, true)->isLessThan(1.0));
            }
            $core = $inside->eroded(2);
            // Hairlines have edges only.
            $inside = $core->average() > 0 ? $core : $inside;
            $all += $inside->average() * $window->size()->pixels();
            $part = $picture->crop($window);
            $isRight = self::isOfColour($part, $samples($line->colour));
            if (null !== $lossy) {
                $ground = self::ground($part, $line, $window, $samples);
                $isRight = $isRight->either(self::isBetween($part, $samples($line->colour), $ground, FileFormat::Webp === $lossy));
            }
            $right += $inside->both($isRight)->average() * $window->size()->pixels();
        }

        return 0.0 === $all ? 1.0 : $right / $all;
    }

    /**
     * How well a line stands out, from where it does so least: from its ground, or from the line round its letters.
     *
     * @param Image $picture the print, with or without its words
     *
     * @return ?float null where there is nothing below that is printed
     */
    public static function contrast(Image $picture, LetteredLine $line): ?float
    {
        $around = self::around($line);
        $window = LetteringCompositor::window($line, $picture->size(), $around);
        if (null === $window) {
            return null;
        }
        $times = min(1.0, self::SMALL / $window->size()->longSide());
        $small = WorkingSpaceConverter::toBytes(WorkingSpaceConverter::toSrgb($picture->crop($window)->reducedWithin(self::SMALL)));
        $near = max(2, (int) round($times * $around));
        $drawn = $line->movedBy(-$window->x, -$window->y)->scaled($small->size()->width / $window->width);
        $letters = LetteringCompositor::mask($drawn, PixelWindow::whole($small->size()), true)->isMoreThan(2.0);
        // A pixel's breadth beside letters is their own softness.
        $ring = $letters->dilated($near)->both($letters->dilated(1)->not());
        $ground = self::ratios($small, $ring, Contrast::luminanceOf($line->colour));
        if ([] === $ground) {
            return null;
        }
        sort($ground);
        $worst = $ground[(int) floor(self::WORST * \count($ground))];

        return $line->outline > 0
            ? max($worst, Contrast::between(Contrast::luminanceOf($line->colour), Contrast::luminanceOf($line->outlineColour)))
            : $worst;
    }

    /** @param list<float> $samples */
    private static function isOfColour(Image $part, array $samples): Image
    {
        $most = PremultipliedAlpha::most($part);
        $off = $part
            ->extractBands(0, \count($samples))
            ->linearByBand(array_map(static fn (float $value): array => [255 / $most, -$value * 255 / $most], $samples));

        return $off->multipliedBy($off)->bandSum()->isLessThan(\count($samples) * self::OFF ** 2);
    }

    /**
     * What letters lie on, pixel by pixel, in levels of 255: the line round them, or what is near and none of them.
     *
     * @param \Closure(string): list<float> $samples
     */
    private static function ground(Image $part, LetteredLine $line, PixelWindow $window, \Closure $samples): Image
    {
        $levels = self::levels($part, \count($samples($line->colour)));
        if ($line->outline >= self::WIDE) {
            $most = PremultipliedAlpha::most($part);

            return $levels->linearByBand(array_map(
                static fn (float $value): array => [0.0, $value * 255 / $most],
                $samples($line->outlineColour),
            ));
        }
        $free = LetteringCompositor::mask($line, $window, true)->isMoreThan(0.0)->dilated(2)->not()->linear(1 / 255, 0.0);
        $all = self::asMany($free, $levels->bands());

        return $levels->multipliedBy($all)->blurExactly(self::NEARBY)->dividedBy($all->blurExactly(self::NEARBY)->linear(1.0, 1e-6))
            ->copyToMemory();
    }

    /**
     * Where colours are mixed of ink and ground, with a good part of ink.
     *
     * @param list<float> $ink
     * @param bool        $inBrightness the file has a colour for four pixels, so that only brightness tells (WebP, RFC 9649)
     */
    private static function isBetween(Image $part, array $ink, Image $ground, bool $inBrightness): Image
    {
        $bands = \count($ink);
        $most = PremultipliedAlpha::most($part);
        $levels = self::levels($part, $bands);
        $flat = $levels->linearByBand(array_map(static fn (float $value): array => [0.0, $value * 255 / $most], $ink));
        if ($inBrightness) {
            [$levels, $flat, $ground] = array_map(
                static fn (Image $one): Image => $one->recombined([Sharpening::BRIGHTNESS]), [$levels, $flat, $ground],
            );
            $bands = 1;
        }
        $way = $flat->minus($ground)->copyToMemory();
        $gone = $levels->minus($ground)->copyToMemory();
        $length = $way->multipliedBy($way)->bandSum()->linear(1.0, 1e-3)->copyToMemory();
        $share = $gone->multipliedBy($way)->bandSum()->dividedBy($length)->copyToMemory();
        $off = $gone->minus($way->multipliedBy(self::asMany($share, $bands)));

        return $share->isMoreThan(self::INKED)->both($off->multipliedBy($off)->bandSum()->isLessThan($bands * self::OFF_LOSSY ** 2));
    }

    private static function levels(Image $part, int $bands): Image
    {
        return $part->extractBands(0, $bands)->linear(255 / PremultipliedAlpha::most($part), 0.0);
    }

    private static function asMany(Image $band, int $bands): Image
    {
        return Image::joined(array_fill(0, max(1, $bands), $band));
    }

    private static function around(LetteredLine $line): int
    {
        $bounds = $line->bounds() ?? [0.0, 0.0, 0.0, 0.0];

        return max(3, (int) round(self::NEAR * min($bounds[2] - $bounds[0], $bounds[3] - $bounds[1])));
    }

    /** @return list<float> of all pixels of the ring that are printed */
    private static function ratios(Image $small, Image $ring, float $letters): array
    {
        $bands = $small->bands();
        $values = $small->values();
        $ratios = [];
        foreach ($ring->values() as $i => $isNear) {
            $at = $i * $bands;
            if (0 === (int) $isNear || ($small->hasAlpha() && $values[$at + $bands - 1] < 128)) {
                continue;
            }
            $rgb = $bands < 3
                ? [(float) $values[$at], (float) $values[$at], (float) $values[$at]]
                : [(float) $values[$at], (float) $values[$at + 1], (float) $values[$at + 2]];
            $ratios[] = Contrast::between(Contrast::luminance($rgb), $letters);
        }

        return $ratios;
    }
}
