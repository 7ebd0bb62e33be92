<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Mark;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * What a mark means on a ground with things in it: all that hangs together with it up to the next edge, as an arm or a leaf does that
 * is too thin for whoever looks at the whole.
 */
final readonly class MarkedThings
{
    /** Levels that colours are off the mark's own at the most: fewer, where so many reach too far. */
    private const LIKE = [48.0, 32.0, 20.0];

    /** Of the picture: what reaches farther has leaked. */
    private const MOST = 0.04;

    /** So many times the picture's usual change from pixel to pixel is an edge, and levels that are one at the least. */
    private const SHARPER = 2.5;
    private const LEAST = 8.0;

    /** Half of the pixels change less. */
    private const USUAL = 0.5;

    /** 255 where no edge is. */
    private Image $calm;

    /** @param Image $picture red, green, blue as bytes */
    public function __construct(private Image $picture)
    {
        $seen = $picture->cast(BandFormat::Float);
        $size = $picture->size();
        $wide = $seen->embed(0, 0, new PixelSize($size->width + 1, $size->height + 1), Extend::Copy);
        $beside = $wide->crop(new PixelWindow(1, 0, $size->width, $size->height))->minus($seen);
        $below = $wide->crop(new PixelWindow(0, 1, $size->width, $size->height))->minus($seen);
        $change = $beside->multipliedBy($beside)->plus($below->multipliedBy($below))
            ->bandSum()->linear(1 / 3, 0.0)->raisedTo(0.5)->roundTo(BandFormat::Byte)->copyToMemory();
        $this->calm = $change->isLessThan(max(self::LEAST, self::SHARPER * self::usual($change)))->copyToMemory();
    }

    /** @return Image one band, 255 where it counts: its own pixels at the least */
    public function reachedBy(Mark $mark): Image
    {
        $own = StrokeRaster::draw([$mark->stroke], $this->picture->size())->isMoreThan(127.0)->copyToMemory();
        $all = $own;
        if (null === $own->brightest()) {
            return $own;
        }
        foreach (StrokeRaster::places($mark->stroke, $own) as [$x, $y]) {
            $all = $all->either($this->reachedFrom($x, $y, $own))->copyToMemory();
        }

        return $all;
    }

    private function reachedFrom(int $x, int $y, Image $own): Image
    {
        $squares = $this->picture->squaresOff($x, $y)->copyToMemory();
        foreach (self::LIKE as $levels) {
            $reached = $squares->isLessThan($levels * $levels)->both($this->calm)->either($own)->partAt($x, $y);
            if ($reached->average() <= self::MOST * 255) {
                return $reached;
            }
        }

        return $own;
    }

    private static function usual(Image $change): int
    {
        $left = self::USUAL * $change->size()->pixels();
        foreach ($change->counts()[0] as $level => $count) {
            $left -= $count;
            if ($left <= 0) {
                return $level;
            }
        }

        return 255;
    }
}
