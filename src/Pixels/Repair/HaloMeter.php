<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Measures how much of the ground is left in the colours of an edge. */
final class HaloMeter
{
    /** Pixels below the edge from which colours are the subject's own. */
    private const DEEP = 3;

    /** Pixels from an edge within which the subject's own colours are looked for, and the least share of them there. */
    private const NEAR = 7;
    private const FEW = 0.02;

    /** Levels that subject and ground must be apart for the edge to tell anything. */
    private const APART = 24.0;
    /** Levels beside the line from one to the other within which a colour lies between them. */
    private const BETWEEN = 16.0;

    /**
     * @param Image $small  red, green, blue, alpha as floating numbers from 0 to 255, as BackgroundRemover looks at what it made
     * @param Image $ground red, green, blue as floating numbers from 0 to 255, on a grid of its own
     *
     * @return float 0 for none to 1 for the ground itself, as a mean over the edge
     */
    public static function measure(Image $small, Image $ground): float
    {
        [$colour, $alpha] = [$small->extractBands(0, 3), $small->extractBands(3, 1)];
        $solid = $alpha->isMoreThan(250.0)->eroded(self::DEEP)->copyToMemory();
        if (null === $solid->brightest()) {
            return 0.0;
        }
        // Each of these is looked at several times.
        $weight = $solid->cast(BandFormat::Float)->linear(1 / 255, 0.0)->copyToMemory();
        $near = $weight->boxMean(self::NEAR)->copyToMemory();
        $own = $colour->multipliedBy($weight)->boxMean(self::NEAR)->dividedBy($near->linear(1.0, 1e-4))->copyToMemory();
        $between = $ground->stretched($small->size())->minus($own)->copyToMemory();
        $square = $between->multipliedBy($between)->bandSum()->copyToMemory();
        $off = $colour->minus($own)->copyToMemory();
        $share = $off->multipliedBy($between)->bandSum()->dividedBy($square->linear(1.0, 1.0))->copyToMemory();
        // Another colour of the subject's own is no halo: what is one lies between the two.
        $beside = $off->multipliedBy($off)->bandSum()->minus($share->multipliedBy($share)->multipliedBy($square));
        $isEdge = $alpha->isMoreThan(40.0)->both($alpha->isMoreThan(250.0)->eroded(1)->not())->both($near->isMoreThan(self::FEW))
            ->both($square->isMoreThan(self::APART ** 2))->both($beside->isLessThan(self::BETWEEN ** 2));
        $length = $isEdge->average() / 255;
        if (0.0 === $length) {
            return 0.0;
        }
        // No more than all of it, and no less than nothing.
        $left = $share->positivePart()->linear(-1.0, 1.0)->positivePart()->linear(-1.0, 1.0)
            ->multipliedBy($isEdge->linear(1 / 255, 0.0))->average();

        return $left / $length;
    }
}
