<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** How much of each pixel is of a subject, as it follows from the colours there; found on a small picture, it holds for the large one. */
final readonly class SubjectShare
{
    /**
     * @param Image $slopes four bands of floating numbers: of red, green, blue from 0 to 1 how much each counts there, and what is
     *                      added
     */
    public function __construct(private Image $slopes)
    {
    }

    /**
     * @param Image $picture red, green, blue
     * @param float $most    its highest sample
     *
     * @return Image one band of bytes
     */
    public function of(Image $picture, float $most): Image
    {
        $slopes = $this->slopes->stretched($picture->size());

        return $picture->cast(BandFormat::Float)
            ->linear(255 / $most, 0.0)
            ->multipliedBy($slopes->extractBands(0, 3))
            ->bandSum()
            ->plus($slopes->extractBands(3, 1)->linear(255.0, 0.0))
            ->roundTo(BandFormat::Byte)
            ->copyToMemory();
    }
}
