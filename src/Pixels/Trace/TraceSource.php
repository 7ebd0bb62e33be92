<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * The picture that outlines are looked for in: mended where it is a JPEG or noisy, and doubled where it is small, so that thin lines
 * have pixels of their own.
 */
final readonly class TraceSource
{
    /** Pixels that are worth doubling: larger pictures have room enough for their lines, and would take too long. */
    private const DOUBLED = 1_200_000;

    /** Pixels in which outlines are looked for at most. */
    private const MOST = 20_000_000;

    /** JPEG's quality from which on it leaves no traces; points of quality that are as much as one level of noise; most of those. */
    private const CLEAN = 96;
    private const PER_LEVEL = 2.7;
    private const NOISIEST = 12.0;

    /** Pixels on a side of what is looked at for small steps; levels of those; of all pixels, how many have them where it is damaged. */
    private const LOOKED = 1500;
    private const SMALL = 8;
    private const SPECKLED = 0.06;

    /** Pixels on a side of what is near one. */
    private const NEAR = 5;

    /** Levels of noise from which on mending is better than drawing (measured on drawings saved as JPEG of quality 50 to 95). */
    private const MENDED = 1.0;

    /**
     * @param Image $picture bytes: red, green, blue, and maybe opacity, the colours times it
     * @param Image $sharp   the same, thin lines darker or lighter than they are: as much ink as they have
     * @param float $times   how many of its pixels are one of the given picture
     * @param float $noise   levels that samples are disturbed by, beside edges at least
     */
    private function __construct(public Image $picture, public Image $sharp, public float $times, public float $noise)
    {
    }

    /**
     * @param Image                  $picture bytes: red, green, blue, maybe opacity
     * @param string                 $name    the same name, the same pixels
     * @param ?\Closure(float): void $tell    hears which share of the work is done
     */
    public static function of(
        Image $picture,
        SourceEvidence $evidence,
        UpscaleTileCache $cache,
        string $name,
        int $threads = 1,
        ?\Closure $tell = null,
    ): self {
        $given = $picture->size();
        if ($given->pixels() > self::MOST) {
            $side = (int) ($given->longSide() * sqrt(self::MOST / $given->pixels()));
            $picture = $picture->reducedWithin($side)->copyToMemory();
        }
        $size = $picture->size();
        $noise = self::noise($evidence, $picture);
        $isSmall = $size->pixels() <= self::DOUBLED;
        if ($isSmall || $noise >= self::MENDED) {
            $network = $noise >= self::MENDED
                ? new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Mending), $threads)
                : NetworkUpscaler::forOutlines($threads);
            $doubled = $cache->doubled($picture, $name, $network, 1, PixelWindow::whole($size), $tell);
            $sharp = $isSmall ? $doubled : $doubled->reducedTo($size);
            $picture = $isSmall ? self::within($doubled, $picture) : $sharp;
        }
        $made = self::multiplied($picture)->copyToMemory();
        $sharp = isset($sharp) && $sharp !== $picture ? self::multiplied($sharp)->copyToMemory() : $made;

        return new self($made, $sharp, $picture->size()->width / $given->width, $noise);
    }

    private static function noise(SourceEvidence $evidence, Image $picture): float
    {
        $seen = $evidence->savedAt ?? $evidence->seenQuality() ?? 100;
        $quality = null === $evidence->savedAt && $seen < self::CLEAN && !self::isSpeckled($picture) ? 100 : $seen;

        return min(self::NOISIEST, max(0.0, (self::CLEAN - $quality) / self::PER_LEVEL, $evidence->noise));
    }

    /** Damage leaves small steps beside edges and nothing quite even; a large clean drawing may look damaged otherwise. */
    private static function isSpeckled(Image $picture): bool
    {
        $size = $picture->size();
        [$width, $height] = [min($size->width, self::LOOKED), min($size->height, self::LOOKED)];
        $part = $picture
            ->crop(new PixelWindow(intdiv($size->width - $width, 2), intdiv($size->height - $height, 2), $width, $height))
            ->embed(1, 1, new PixelSize($width + 2, $height + 2), Extend::Copy);
        $small = 0;
        foreach ($part->ranked(3, 8)->minus($part->ranked(3, 0))->cast(BandFormat::Byte)->counts() as $counts) {
            $small = max($small, array_sum(\array_slice($counts, 1, self::SMALL)));
        }

        return $small > self::SPECKLED * $width * $height;
    }

    /** Nothing is darker or lighter than all that is near it in the picture: else a thin line would pass for one of another colour. */
    private static function within(Image $doubled, Image $picture): Image
    {
        $size = $picture->size();
        $around = intdiv(self::NEAR, 2);
        $wide = $picture->embed($around, $around, new PixelSize($size->width + 2 * $around, $size->height + 2 * $around), Extend::Copy);
        $inner = new PixelWindow($around, $around, $size->width, $size->height);
        [$most, $least] = array_map(
            static fn (int $rank): Image => $wide->ranked(self::NEAR, $rank)->crop($inner)->repeatPixels(2),
            [self::NEAR ** 2 - 1, 0],
        );

        return $doubled
            ->minus($doubled->minus($most)->positivePart())
            ->plus($least->minus($doubled)->positivePart())
            ->roundTo(BandFormat::Byte);
    }

    private static function multiplied(Image $picture): Image
    {
        return $picture->hasAlpha() ? $picture->premultiply(255.0)->roundTo(BandFormat::Byte) : $picture;
    }
}
