<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Follows the ground into soft shadows as far as the edge of what throws them. On a small grid, where grounds are found, a shadow's
 * darkest part is one with that edge.
 */
final class ShadowFollower
{
    /** Levels that a shaded pixel may be off the ground's own colour in another light, and the least and most light that it has. */
    private const OTHER = 10.0;
    private const DARKEST = 0.4;
    private const LIGHTEST = 1.04;

    /** Levels from a pixel to the next: a shadow is softer, an edge is harder. */
    private const SOFT = 9.0;

    /** Of the long side, how far a shadow is followed beyond the ground that is known. */
    private const REACH = 0.03;

    /**
     * @param Image $seen   the picture: red, green, blue as floating numbers
     * @param Image $lit    the ground's colour without shadows on it, the same
     * @param Image $ground 255 where the ground is, 0 elsewhere
     *
     * @return Image the ground and its shadows
     */
    public static function follow(Image $seen, Image $lit, Image $ground): Image
    {
        $light = $seen->multipliedBy($lit)->bandSum()->dividedBy($lit->multipliedBy($lit)->bandSum()->linear(1.0, 1.0))->copyToMemory();
        $off = $seen->minus($lit->multipliedBy($light));
        $isShade = $off->multipliedBy($off)->bandSum()->isLessThan(self::OTHER ** 2)
            ->both($light->isMoreThan(self::DARKEST))->both($light->isLessThan(self::LIGHTEST));
        // The difference over two pixels, in three channels.
        $isSoft = self::steepness($seen)->isLessThan(3 * (2 * self::SOFT) ** 2);
        $near = self::near($ground, (int) ceil(self::REACH * $seen->size()->longSide()));

        return $ground->either($ground->either($isShade->both($isSoft)->both($near))->joiningBorder())->copyToMemory();
    }

    /** The square of how fast colours change, over all channels. */
    private static function steepness(Image $picture): Image
    {
        $size = $picture->size();
        $moved = static fn (int $x, int $y): Image => $picture->embed($x, $y, $size, Extend::Copy);
        $across = $moved(1, 0)->minus($moved(-1, 0));
        $down = $moved(0, 1)->minus($moved(0, -1));

        return $across->multipliedBy($across)->plus($down->multipliedBy($down))->bandSum();
    }

    /** Within so many pixels of a mask, told on a small copy. */
    private static function near(Image $mask, int $pixels): Image
    {
        $size = $mask->size();
        $times = max(1, intdiv($pixels, 3));
        $small = $mask->reducedTo(new PixelSize(max(1, intdiv($size->width, $times)), max(1, intdiv($size->height, $times))));

        return $small->isMoreThan(12.0)->dilated(3)->stretched($size)->isMoreThan(127.0);
    }
}
