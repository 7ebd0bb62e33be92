<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** How a print's tones are spread before and after finishing: counted on the crop's own pixels, or on fewer where it is large. */
final readonly class ToneReport
{
    /** Megapixels that are counted at most. */
    private const MOST = 3.0;

    public function __construct(private PrintRenderer $pictures)
    {
    }

    /**
     * @return array{before: array{bins: list<int>, black: float, white: float}, after: array{bins: list<int>, black: float,
     * white: float}} each with 256 counts of brightness, and the shares of the pixels that are black or white; what is not seen
     * does not count
     */
    public function of(Master $master, Recipe $recipe): array
    {
        $crop = $recipe->frame->crop->size();
        $size = $crop->scaled(min(1.0, sqrt(self::MOST / max(0.01, $crop->megapixels()))));
        // Sharpening and grain are made for the print's own pixels; on these they would be others.
        $tones = new Finish($recipe->finish->colourCorrection, $recipe->finish->noiseReduction, null, null, $recipe->finish->toneLimits);
        $small = new Recipe($recipe->frame, new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size), $recipe->write, null, $tones);
        $count = fn (Recipe $one): array => self::count(
            OutputColourConverter::of($master, $one)->onScreen($this->pictures->of($master, $one)),
        );

        return ['before' => $count($small->finishedBy(new Finish())), 'after' => $count($small)];
    }

    /** @return array{bins: list<int>, black: float, white: float} */
    private static function count(Image $picture): array
    {
        $picture = $picture->hasAlpha() ? $picture->copyToMemory() : $picture;
        $bright = $picture
            ->extractBands(0, 3)
            ->cast(BandFormat::Float)
            ->recombined([Sharpening::BRIGHTNESS])
            ->roundTo(BandFormat::Byte);
        $unseen = 0;
        if ($picture->hasAlpha()) {
            // Half transparent and more has no tone of its own; set to black here, and taken out of the blacks below.
            $seen = $picture->extractBands(3, 1)->isMoreThan(127.5);
            $bright = $bright
                ->multipliedBy($seen)
                ->linear(1 / 255, 0.0)
                ->roundTo(BandFormat::Byte);
            $unseen = $seen->counts()[0][0] ?? 0;
        }
        $bins = array_pad($bright->counts()[0] ?? [], 256, 0);
        $bins[0] = max(0, $bins[0] - $unseen);
        $all = max(1, array_sum($bins));

        return ['bins' => $bins, 'black' => $bins[0] / $all, 'white' => $bins[255] / $all];
    }
}
