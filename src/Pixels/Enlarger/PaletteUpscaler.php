<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\TransformedCropper;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Pixels\Zimg\StripScaler;

/**
 * Flat graphics put together again: the few colours are found, the cover of each is enlarged and steepened until an edge
 * is as sharp as the print, and the colours are laid where their covers are. Few colours stay few at any size. Covers of
 * a picture are found once and kept for all its products.
 */
final readonly class PaletteUpscaler
{
    /** How steeply a cover goes over from one colour to another, for each unit of enlargement: an edge is about a pixel and a half wide. */
    private const STEEPNESS = 0.9;

    /** Pixels of the source by which covers are smoothed: less shows its pixels as waves along edges, more eats thin lines. */
    private const SMOOTH = 0.5;

    /** Steps for each of a cover's 255. */
    private const FINE = 200.0;

    /** Goes up when the same picture would get other covers. */
    private const EDITION = 2;

    public function __construct(private string $folder)
    {
    }

    /**
     * @param Image  $upright sRGB, 8 or 16 bits, with alpha or without
     * @param string $name    of the picture: the same name, the same pixels
     * @param ?PixelWindow $only the part of the result that is made
     *
     * @return ?Image the posed picture's window at the size wanted; null where the picture is not made of few colours
     */
    public function enlarge(
        Image $upright,
        string $name,
        ImageTransform $transform,
        PixelWindow $crop,
        PixelSize $to,
        ?PixelWindow $only = null,
    ): ?Image {
        $most = PremultipliedAlpha::most($upright);
        $interpretation = $upright->interpretation();
        $channels = $upright->hasAlpha() ? 4 : 3;
        $found = $this->covers($upright, $name, $channels);
        if (null === $found) {
            return null;
        }
        [$palette, $covers] = $found;
        $scale = max($to->width / $crop->width, $to->height / $crop->height);
        // As whole numbers, which cannot fall under nothing where the kernel swings.
        $fine = $this->cut($covers, $transform, $crop)
            ->cast(BandFormat::Float)
            ->blurExactly(self::SMOOTH)
            ->linear(self::FINE, 0.0)
            ->cast(BandFormat::Short);
        $enlarged = StripScaler::scale($fine, $to, ScalingFilter::Bicubic, null, $only);
        $weights = $enlarged->linear(1 / (255 * self::FINE), 0.0)->raisedTo(max(1.0, self::STEEPNESS * $scale));
        // The sum of all covers stands beside the channels, so that one pass over the bands gives both.
        $unit = 16 === WorkingSpaceConverter::bitsOf($upright) ? 257.0 : 1.0;
        $sums = $weights->recombined([...$palette->channels($unit), array_fill(0, $palette->count(), 1.0)]);
        $made = $sums->extractBands(0, $channels)->dividedBy($sums->extractBands($channels, 1));

        return (4 === $channels ? $made->withInterpretation($interpretation)->unpremultiply($most) : $made)
            ->roundTo($upright->format())
            ->withInterpretation($interpretation);
    }

    /** Covers are no picture with alpha, however many bands they have: they are tilted one by one. */
    private function cut(Image $covers, ImageTransform $transform, PixelWindow $crop): Image
    {
        if (0.0 === $transform->tilt) {
            return TransformedCropper::cut($covers, $transform, $crop);
        }

        return Image::joined(array_map(
            static fn (int $band): Image => TransformedCropper::cut($covers->extractBands($band, 1), $transform, $crop),
            range(0, $covers->bands() - 1),
        ));
    }

    /** @return ?array{Palette, Image} */
    private function covers(Image $upright, string $name, int $channels): ?array
    {
        $folder = $this->folder.'/'.$name;
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw UnwritablePrintFile::at($folder);
        }
        $path = $folder.'/covers-'.self::EDITION;
        $lock = fopen($path.'.lock', 'c') ?: throw UnwritablePrintFile::at($path);
        // Another worker may be finding the same ones; its result is waited for.
        flock($lock, \LOCK_EX);
        try {
            $palette = is_file($path.'.json')
                ? Palette::fromJson((string) file_get_contents($path.'.json'))
                : $this->find($upright, $path, $channels);
        } finally {
            fclose($lock);
        }

        return null === $palette
            ? null
            : [$palette, Image::raw($path.'.bytes', $upright->size(), $palette->count(), BandFormat::Byte, Interpretation::Multiband)];
    }

    private function find(Image $upright, string $path, int $channels): ?Palette
    {
        $most = PremultipliedAlpha::most($upright);
        $samples =
            4 === $channels
                ? $upright->premultiply($most)->roundTo($upright->format())->withInterpretation($upright->interpretation())
                : $upright;
        $bytes = (16 === WorkingSpaceConverter::bitsOf($upright) ? $samples->rescaleTo(BandFormat::Byte) : $samples)->bytes();
        $palette = Palette::of($bytes, $upright->size(), $channels);
        if (
            null !== $palette &&
            false === file_put_contents($path.'.bytes', (new PaletteCoverage($palette))->of($bytes, $upright->size()))
        ) {
            throw UnwritablePrintFile::at($path);
        }
        file_put_contents($path.'.json', $palette?->json() ?? 'null');

        return $palette;
    }
}
