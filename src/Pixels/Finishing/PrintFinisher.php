<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Finishing;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\Grain;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** What finishing does to the print's own pixels, in one pass: sharpened, grained, tones guarded; rounded once at the end. */
final readonly class PrintFinisher
{
    public function __construct(private Finish $finish)
    {
    }

    /**
     * @param Image                 $picture at its final size, without its border
     * @param (\Closure(): Image)|null $mask    where to sharpen, of the picture's size, one band of 0 to 1; asked for only where
     *   there are marks
     */
    public function finished(Image $picture, ?\Closure $mask = null): Image
    {
        if (!$this->finish->touchesPrint()) {
            return $picture;
        }
        $seen = null !== $this->finish->sharpening && $picture->hasAlpha() ? PremultipliedAlpha::colouredBeneath($picture) : $picture;

        return ColourBands::changed($seen, function (Image $colour) use ($mask): Image {
            $most = PremultipliedAlpha::most($colour);
            if (null !== $this->finish->sharpening) {
                $colour = $this->sharpened(
                    $colour,
                    $this->finish->sharpening,
                    $most,
                    null === $this->finish->sharpening->mask || null === $mask ? null : $mask(),
                );
            }
            if (null !== $this->finish->grain) {
                $colour = $this->grained($colour, $this->finish->grain, $most);
            }

            return null === $this->finish->toneLimits ? $colour : self::guarded($colour, $this->finish->toneLimits, $most);
        });
    }

    private function sharpened(Image $colour, Sharpening $sharpen, float $most, ?Image $mask): Image
    {
        $bright = self::brightness($colour);
        $detail = $bright->minus($bright->blurExactly($sharpen->radius->asPixels()));
        if ($sharpen->threshold > 0) {
            $threshold = ($sharpen->threshold * $most) / 255;
            $detail = $detail
                ->linear(1.0, -$threshold)
                ->positivePart()
                ->minus($detail->linear(-1.0, -$threshold)->positivePart());
        }
        $added = $detail->linear($sharpen->gain(), 0.0);
        $sharp = $colour->plus(null === $mask ? $added : $added->multipliedBy($mask));

        // What swings beyond the range would be cut off at the end; cut off before grain and guard, it is guarded too.
        return $this->finish->grain ?? $this->finish->toneLimits ? self::within($sharp, $most) : $sharp;
    }

    private function grained(Image $colour, Grain $grain, float $most): Image
    {
        $noise = Image::noise($colour->size(), Grain::SEED);
        if ($grain->blur() > 0) {
            $noise = $noise->blurExactly($grain->blur())->linear($grain->restored(), 0.0);
        }
        $share = self::brightness($colour)->linear(1 / $most, 0.0);
        $weight = $share->multipliedBy($share->linear(-1.0, 1.0))->linear(4 * $grain->deviation($most), 0.0);
        $grained = $colour->plus($noise->multipliedBy($weight));

        return null === $this->finish->toneLimits ? $grained : self::within($grained, $most);
    }

    public static function guarded(Image $colour, ToneLimits $guard, float $most): Image
    {
        return $colour->linear($guard->slope(), $guard->lift($most));
    }

    private static function brightness(Image $colour): Image
    {
        return 1 === $colour->bands()
            ? $colour->cast(BandFormat::Float)
            : $colour->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS]);
    }

    /** Nothing under 0 and nothing over the most. */
    private static function within(Image $colour, float $most): Image
    {
        return $colour
            ->positivePart()
            ->linear(-1.0, $most)
            ->positivePart()
            ->linear(-1.0, $most);
    }
}
