<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Way;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** How a print's tones are spread before and after finishing: counted on the crop's own pixels, or on fewer where it is large. */
final readonly class ToneReport
{
    /** Megapixels that are counted at most. */
    private const MOST = 3.0;

    public function __construct(private PrintPicture $pictures)
    {
    }

    /** @return array{before: array<string, mixed>, after: array<string, mixed>} each with "bins" (256 counts of brightness), "black" and "white" (shares of the pixels there) */
    public function of(Master $master, Recipe $recipe): array
    {
        $crop = $recipe->frame->crop->size();
        $scale = min(1.0, sqrt(self::MOST / max(0.01, $crop->megapixels())));
        $size = new PixelSize(max(1, (int) round($crop->width * $scale)), max(1, (int) round($crop->height * $scale)));
        // Sharpening and grain are made for the print's own pixels; on these they would be others.
        $tones = new Finish($recipe->finish->tidy, $recipe->finish->clean, null, null, $recipe->finish->guard);
        $small = new Recipe($recipe->frame, new Enlarge(new WayChoice(Way::Lanczos), $size), $recipe->write, null, $tones);
        $count = fn (Recipe $one): array => self::count((new OutputColours(WorkingSpace::for($master->header(), $one->write->colour), $one->write->colour))->onScreen($this->pictures->of($master, $one)));

        return ['before' => $count($small->finishedBy(new Finish())), 'after' => $count($small)];
    }

    /** @return array{bins: list<int>, black: float, white: float} */
    private static function count(Image $picture): array
    {
        $colour = $picture->extractBands(0, 3);
        $bins = $colour->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS])->roundTo(BandFormat::Byte)->counts()[0] ?? [];
        $bins = array_pad($bins, 256, 0);
        $all = max(1, array_sum($bins));

        return ['bins' => $bins, 'black' => $bins[0] / $all, 'white' => $bins[255] / $all];
    }
}
