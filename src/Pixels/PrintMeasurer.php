<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Lettering\LetteringColour;
use Snugfit\Pixels\Lettering\LetteringCompositor;
use Snugfit\Pixels\Lettering\LetteringMeasurer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** A written print file beside its plan -> what preflight asks of its pixels. */
final readonly class PrintMeasurer
{
    /** Side of the windows that are looked at for halos. */
    private const WINDOW = 192;

    /** Share of a window's pixels that may swing further than what is reported: single pixels of noise are no halo. */
    private const ODD_ONES = 0.005;

    /** Pixels round words that a lossy file's swings may reach. */
    private const BESIDE_WORDS = 10.0;

    public function __construct(private PrintRenderer $pictures)
    {
    }

    /**
     * @param string  $file of the written picture; of a PDF, the one on its page
     * @param ?string $copy of the master, small
     */
    public function measure(Master $master, Recipe $recipe, string $file, ?string $copy = null): PrintQualityMeasures
    {
        $part = $recipe->shownPart();
        $isInInks = PlanReference::isInInks($master->header()) || 4 === $recipe->write->colour->profile->channels();
        $words = $recipe->paintedInFile();
        $similarity = ImageSimilarity::between(
            $this->reference($master, $recipe, $words, $isInInks, $copy),
            PlanReference::ofPrint($file, $recipe->size(), $part, $recipe->write->matte, $isInInks),
        )->ssim;
        // Words may be as black as they like, and swing as far.
        $plain = static fn (bool $stream): Image => self::covered(PrintFileReader::picture($file, $stream && null === $words), $words)
            ->crop($part);

        return new PrintQualityMeasures(
            round($similarity, 4),
            null === $recipe->finish->toneLimits ? null : self::atExtremes($plain(true)),
            null === $recipe->finish->sharpening ? null : $this->halo($master, $recipe, $plain(false)),
            null === $words ? null : round($this->laid($file, $recipe, $words), 4),
            $this->contrast($file, $recipe),
        );
    }

    private function reference(Master $master, Recipe $recipe, ?Lettered $words, bool $isInInks, ?string $copy): Image
    {
        $part = $recipe->shownPart();
        $reference = PlanReference::of(
            $master, $recipe->frame, $recipe->shown(), $recipe->enlarge->to, $recipe->write->matte, $copy, $isInInks,
        );

        return null === $words ? $reference : LetteringCompositor::lay(
            $reference,
            $words->movedBy(-$part->x, -$part->y)->scaled($reference->size()->width / $part->width),
            static fn (string $colour): array => [PlanReference::level($colour, $isInInks)],
        );
    }

    private function laid(string $file, Recipe $recipe, Lettered $words): float
    {
        $samples = LetteringColour::delivered($recipe->write->colour, $recipe->write->bits)->samples(...);

        return LetteringMeasurer::laid(
            PrintFileReader::picture($file, false), $words, $samples, $recipe->write->format->isLossy() ? $recipe->write->format : null,
        );
    }

    /** Of the words that stand out least. */
    private function contrast(string $file, Recipe $recipe): ?float
    {
        $lettered = $recipe->letteredInFile();
        if (null === $lettered) {
            return null;
        }
        $picture = PrintFileReader::picture($file, false);
        $least = min(array_map(
            static fn (LetteredLine $line): float => LetteringMeasurer::contrast($picture, $line) ?? \INF, $lettered->lines,
        ));

        return \INF === $least ? null : round($least, 2);
    }

    /** With grey where words are, and a little round them. */
    private static function covered(Image $picture, ?Lettered $words): Image
    {
        $grey = static fn (string $colour): array => array_fill(
            0, $picture->bands() - ($picture->hasAlpha() ? 1 : 0), PremultipliedAlpha::most($picture) / 2,
        );

        return null === $words ? $picture : LetteringCompositor::lay($picture, $words->grownBy(self::BESIDE_WORDS), $grey);
    }

    /** Share of the pixels that are pure black or pure white; of inks, of those that have none at all. */
    private static function atExtremes(Image $picture): float
    {
        $colours = $picture->bands() - ($picture->hasAlpha() ? 1 : 0);
        $sum = $picture
            ->extractBands(0, $colours)
            ->cast(BandFormat::Float)
            ->bandSum();
        $low = $sum->isLessThan(0.5);
        // In one pass: the file is read from top to bottom.
        $ends =
            4 === $colours
                ? $low
                : $low->cast(BandFormat::Float)->plus($sum->isMoreThan($colours * PremultipliedAlpha::most($picture) - 0.5));

        return round($ends->average() / 255, 6);
    }

    /** How far the print swings beyond the brightest and the darkest that is near in the same print unsharpened, in levels of 255. */
    private function halo(Master $master, Recipe $recipe, Image $picture): float
    {
        $plain = $recipe->finishedBy($recipe->finish->withoutPrintSteps());
        $most = 0.0;
        [$shown, $part] = [$recipe->shown(), $recipe->shownPart()];
        $words = $recipe->paintedInFile()?->movedBy(-$part->x, -$part->y);
        foreach (self::windows($shown->size()) as $window) {
            $patch = $this->pictures->patch($master, $plain, $window->movedBy($shown->x, $shown->y));
            $before = self::bright(self::covered($patch, $words?->movedBy(-$window->x, -$window->y)));
            $after = self::bright(WorkingSpaceConverter::toSrgb($picture->crop($window)));
            $reach = 2 * (int) ceil($recipe->finish->sharpening?->radius->asPixels() ?? 1.0) + 1;
            $over = $after
                ->minus($before->ranked($reach, $reach * $reach - 1))
                ->positivePart()
                ->plus($before->ranked($reach, 0)->minus($after)->positivePart());
            $values = $over->cast(BandFormat::Float)->values();
            rsort($values);
            $most = max($most, $values[(int) (self::ODD_ONES * \count($values))]);
        }

        return round($most, 1);
    }

    /** @return list<PixelWindow> a few across the picture */
    private static function windows(PixelSize $size): array
    {
        [$width, $height] = [min(self::WINDOW, $size->width), min(self::WINDOW, $size->height)];
        $at = static fn (float $x, float $y): PixelWindow => new PixelWindow(
            (int) (($size->width - $width) * $x),
            (int) (($size->height - $height) * $y),
            $width,
            $height,
        );

        return [$at(0.5, 0.5), $at(0.25, 0.3), $at(0.75, 0.7)];
    }

    private static function bright(Image $picture): Image
    {
        $bytes = BandFormat::Byte === $picture->format() ? $picture : $picture->colourspace(Interpretation::Srgb);

        return ($bytes->bands() < 3
            ? $bytes->extractBands(0, 1)
            : $bytes
                ->extractBands(0, 3)
                ->cast(BandFormat::Float)
                ->recombined([Sharpening::BRIGHTNESS])
        )->cast(BandFormat::Float);
    }
}
