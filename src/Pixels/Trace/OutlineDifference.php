<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Trace\TraceReport;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** How outlines differ from the picture that they were made of, at its own pixels: CIEDE2000. */
final readonly class OutlineDifference
{
    /** Pixels on the long side at which they are compared at most. */
    private const COMPARED = 2048;

    private function __construct(public Image $image)
    {
    }

    /** @param Image $plain the picture in bytes, on white where it is transparent */
    public static function of(string $svg, Image $plain): self
    {
        $size = $plain->size();
        $small = $size->longSide() > self::COMPARED ? $plain->reducedWithin(self::COMPARED) : $plain;
        $drawn = Image::drawing($svg, ['scale' => (float) ($small->size()->width / $size->width)])->stretched($small->size());
        // What is left out on purpose is no difference: there lies the picture itself.
        $opacity = $drawn->extractBands(3, 1)->linear(1 / 255, 0.0);
        $laid = $small->plus($drawn->extractBands(0, 3)->minus($small)->multipliedBy($opacity))->roundTo(BandFormat::Byte);

        return new self($laid->withInterpretation(Interpretation::Srgb)->coloursOff($small)->copyToMemory());
    }

    public function mean(): float
    {
        return $this->image->average();
    }

    public function worst(): float
    {
        return $this->image->largest();
    }

    /** Of all pixels, those that are off by more than is seen at once. */
    public function share(): float
    {
        return $this->image->isMoreThan(TraceReport::SEEN)->average() / 255;
    }
}
