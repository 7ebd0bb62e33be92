<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Finds small lonely spots where nothing else is: dust on a scan, a stray pixel on line art. A proposal, nothing more. */
final class SpeckFinder
{
    /** Pixels on the long side of what is looked at. */
    private const SEEN = 1600;

    /** Side of the square whose middle value stands for what is round a spot, and its rank. */
    private const SQUARE = 9;
    private const MIDDLE = 40;

    /** Levels that a spot stands out by; that its surroundings stray by at most. */
    private const STANDS_OUT = 22.0;
    private const CALM = 7.0;
    private const ROUND = 10;

    /** Pixels across a spot at the most, and round it without another mark. */
    private const LARGEST = 10;
    private const LONELY = 7;

    /** Pixels round a spot that are filled with it. */
    private const WIDER = 1.5;
    private const MOST = 150;

    /**
     * @param Image $picture red, green, blue as bytes
     *
     * @return list<Stroke> a dab on each
     */
    public static function find(Image $picture): array
    {
        $small = $picture->reducedWithin(self::SEEN)->copyToMemory();
        $size = $small->size();
        $grey = $small->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS])->roundTo(BandFormat::Byte)->copyToMemory();
        $calm = $grey->ranked(self::SQUARE, self::MIDDLE)->copyToMemory();
        $off = $grey->cast(BandFormat::Float)->minus($calm->cast(BandFormat::Float));
        $marked = $off->multipliedBy($off)->isMoreThan(self::STANDS_OUT ** 2)->copyToMemory();
        $level = $calm->cast(BandFormat::Float);
        $mean = $level->boxMean(self::ROUND);
        $strays = $level->multipliedBy($level)->boxMean(self::ROUND)->minus($mean->multipliedBy($mean));
        $left = $marked->both($strays->isLessThan(self::CALM ** 2))->copied();
        $found = [];
        for ($i = 0; $i < 4 * self::MOST && \count($found) < self::MOST; ++$i) {
            $seed = $left->brightest();
            if (null === $seed) {
                break;
            }
            $box = $left->flood($seed[0], $seed[1], 0);
            if (max($box->width, $box->height) <= self::LARGEST && self::isLonely($marked, $box)) {
                $found[] = new Stroke(
                    [[($box->x + $box->width / 2) / $size->width, ($box->y + $box->height / 2) / $size->height]],
                    (max($box->width, $box->height) / 2 + self::WIDER) / $size->longSide(),
                );
            }
        }

        return $found;
    }

    private static function isLonely(Image $marked, PixelWindow $box): bool
    {
        $round = $box->widenedIn($marked->size(), self::LONELY);
        $all = $marked->crop($round)->average() * $round->size()->pixels();
        $own = $marked->crop($box)->average() * $box->size()->pixels();

        return $all - $own < 1.0;
    }
}
