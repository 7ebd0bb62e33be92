<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** What a subject stands on, as found: its colour all over the picture, on a small grid, also where the subject hides it. */
final readonly class Ground
{
    /** Pixels on the long side of the grid that the ground's colours are kept on where marks say more. */
    private const GRID = 640;

    /**
     * @param Image $colour  red, green, blue as floating numbers from 0 to 255, on a small grid
     * @param Image $surface the same without shadows on it
     * @param float $share   of the picture's border that looks like it
     */
    public function __construct(public Image $colour, public Image $surface, public float $share)
    {
    }

    /** Whether it is one ground, plain or slowly changing, and not something with things in it. */
    public function isPlain(): bool
    {
        return $this->share >= GroundFinder::PLAIN;
    }

    /** A ground's colour with that of the picture where more of it counts as ground. */
    public static function colouredBy(Image $colour, Image $picture, Image $more): Image
    {
        $part = $more->reducedWithin(self::GRID)->cast(BandFormat::Float)->linear(1 / 255, 0.0)->copyToMemory();
        $seen = $picture->reducedTo($part->size())->cast(BandFormat::Float)->multipliedBy($part)->boxMean(2);
        $weight = $part->boxMean(2);
        $own = $seen->dividedBy($weight->linear(1.0, 1e-4));
        $share = $weight->isMoreThan(0.04)->linear(1 / 255, 0.0);
        $base = $colour->stretched($part->size());

        return $base->plus($own->minus($base)->multipliedBy($share))->cast(BandFormat::Float)->copyToMemory();
    }
}
