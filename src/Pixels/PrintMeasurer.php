<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
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
        $matte = $recipe->write->matte;
        $isInInks = PlanReference::isInInks($master->header()) || 4 === $recipe->write->colour->profile->channels();
        $similarity = ImageSimilarity::between(
            PlanReference::of($master, $recipe->frame, $recipe->shown(), $recipe->enlarge->to, $matte, $copy, $isInInks),
            PlanReference::ofPrint($file, $recipe->size(), $part, $matte, $isInInks),
        )->ssim;

        return new PrintQualityMeasures(
            round($similarity, 4),
            null === $recipe->finish->toneLimits ? null : self::atExtremes(PrintFileReader::picture($file, true)->crop($part)),
            null === $recipe->finish->sharpening
                ? null
                : $this->halo($master, $recipe, PrintFileReader::picture($file, false)->crop($part)),
        );
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
        $shown = $recipe->shown();
        foreach (self::windows($shown->size()) as $window) {
            $before = self::bright($this->pictures->patch($master, $plain, $window->movedBy($shown->x, $shown->y)));
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
