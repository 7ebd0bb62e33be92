<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Mark;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** What a mark means beyond its own pixels: all of like colour that hangs together with what it lies on. */
final readonly class MarkSpreader
{
    /** Levels that like colours are apart at the most: of what goes, and of what stays, where ground and subject hardly differ. */
    private const LIKE_GOES = 18.0;
    private const LIKE_STAYS = 6.0;

    /** Of what a mark may spread over: more is a leak, and the mark means its own pixels alone. */
    private const MOST = 0.75;

    /** @param Image $picture red, green, blue as bytes */
    public function __construct(private Image $picture, private float $noise)
    {
    }

    /**
     * @param Image $among one band, 255 where the mark has a say: the ground for what stays, the subject for what goes
     *
     * @return ?Image 255 where it counts; null where it lies on nothing of that
     */
    public function spread(Mark $mark, Image $among): ?Image
    {
        $size = $this->picture->size();
        $window = StrokeRaster::window([$mark->stroke], $size);
        $own = StrokeRaster::draw([$mark->stroke], $size, $window)->isMoreThan(127.0)->both($among->crop($window))->copyToMemory();
        // Of many marks most lie where their word counts already.
        if (null === $own->brightest()) {
            return null;
        }
        $own = $own->embed($window->x, $window->y, $size, Extend::Background, [0.0])->copyToMemory();
        $among = $among->copyToMemory();
        $like = max($mark->stays ? self::LIKE_STAYS : self::LIKE_GOES, $this->noise * ($mark->stays ? 0.8 : 1.5));
        $all = $among->average();
        $made = $own;
        foreach (StrokeRaster::places($mark->stroke, $own) as [$x, $y]) {
            $reached = $this->picture->squaresOff($x, $y)->isLessThan($like * $like)->both($among)->partAt($x, $y);
            $isLeak = $reached->average() > self::MOST * $all || ($mark->stays && self::touchesBorder($reached));
            $made = $isLeak ? $made : $made->either($reached)->copyToMemory();
        }

        return $made;
    }

    private static function touchesBorder(Image $mask): bool
    {
        $size = $mask->size();
        foreach ([
            new PixelWindow(0, 0, $size->width, 1),
            new PixelWindow(0, $size->height - 1, $size->width, 1),
            new PixelWindow(0, 0, 1, $size->height),
            new PixelWindow($size->width - 1, 0, 1, $size->height),
        ] as $side) {
            if (null !== $mask->crop($side)->brightest()) {
                return true;
            }
        }

        return false;
    }
}
