<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Onnx\GuidedShare;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Onnx\SubjectNetwork;
use Snugfit\Pixels\Onnx\SubjectRegions;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * Finds the subject of a picture whose ground has things in it: a network sees it small, with the marks; what it tells is laid onto
 * regions of like colours, and these onto the picture's own edges by a guided filter (He, Sun, Tang 2013; from memory).
 */
final readonly class SubjectFinder
{
    /** Pixels on the long side of the grid that edges are followed on, and of the one that regions are found on. */
    private const GRID = 500;
    private const REGIONS = 240;

    /** Of these, while a hand marks. */
    private const ROUGHLY = 0.5;

    /** Of the subject: holes and pieces that are smaller are swept, where nobody marked them. */
    private const SPECK = 0.02;

    /** Pixels round a mark that tell whether it was heard, and how much of them is enough. */
    private const ROUND = 4.0;
    private const LOST = 0.55;

    public function __construct(private int $threads = 1)
    {
    }

    /**
     * @param Image      $picture red, green, blue as bytes
     * @param list<Mark> $marks
     * @param bool       $sweeps  without small holes and pieces
     * @param ?Image     $told    what the network says of it, where that is known
     * @param bool       $isRough in less than half of the time, to be felt
     *
     * @throws OnnxFailed
     */
    public function find(Image $picture, array $marks, bool $sweeps = true, ?Image $told = null, bool $isRough = false): SubjectShare
    {
        $part = $isRough ? self::ROUGHLY : 1.0;
        $grid = $picture->reducedWithin((int) ($part * self::GRID))->copyToMemory();
        $size = $grid->size();
        $small = $grid->reducedWithin((int) ($part * self::REGIONS))->copyToMemory();
        $regions = $this->regions($small, $told ?? $this->toldOn($grid, $marks), $marks);
        $regions = $sweeps ? self::swept($regions, $marks) : $regions;
        $said = self::reached($grid, $regions->stretched($size), $marks);
        $slopes = (new GuidedShare($this->threads))->slopes($grid->bytes(), $said->cast(BandFormat::Float)->bytes(), $size);

        return new SubjectShare(self::marked(Image::ofBytes($slopes, $size, 4, Interpretation::Multiband, BandFormat::Float), $marks));
    }

    /**
     * What the network says, small: 0 to 1.
     *
     * @param Image      $picture red, green, blue as bytes
     * @param list<Mark> $marks
     *
     * @throws OnnxFailed
     */
    public function told(Image $picture, array $marks): Image
    {
        return $this->toldOn($picture->reducedWithin(self::GRID)->copyToMemory(), $marks)->copyToMemory();
    }

    /** @param list<Mark> $marks */
    private function toldOn(Image $grid, array $marks): Image
    {
        $small = $grid->reducedWithin(SubjectNetwork::SIDE)->copyToMemory();
        $size = $small->size();
        $square = new PixelSize(SubjectNetwork::SIDE, SubjectNetwork::SIDE);
        [$x, $y] = [intdiv($square->width - $size->width, 2), intdiv($square->height - $size->height, 2)];
        $laid = static fn (Image $plane, float $beside): string => $plane->cast(BandFormat::Float)
            ->embed($x, $y, $square, Extend::Background, [$beside])->bytes();
        $planes = '';
        for ($band = 0; $band < 3; ++$band) {
            $planes .= $laid($small->extractBands($band, 1)->linear(1 / 255, 0.0), 0.5);
        }
        foreach ([true, false] as $stays) {
            $planes .= $laid(self::drawn($marks, $stays, $size)->isMoreThan(127.0)->linear(1 / 255, 0.0), 0.0);
        }
        $planes .= $laid($small->extractBands(0, 1)->linear(0.0, 0.0), 1.0);
        $shares = (new SubjectNetwork($this->threads))->look($planes);

        return Image::ofBytes($shares, $square, 1, Interpretation::Multiband, BandFormat::Float)
            ->crop(new PixelWindow($x, $y, $size->width, $size->height));
    }

    /** @param list<Mark> $marks */
    private function regions(Image $picture, Image $told, array $marks): Image
    {
        $size = $picture->size();
        $found = (new SubjectRegions($this->threads))->find(
            $picture->bytes(),
            $told->stretched($size)->cast(BandFormat::Float)->bytes(),
            self::drawn($marks, true, $size)->bytes(),
            self::drawn($marks, false, $size)->bytes(),
            $size,
        );

        return Image::ofBytes($found, $size, 1, Interpretation::Multiband, BandFormat::Float);
    }

    /** @param list<Mark> $marks */
    private static function swept(Image $share, array $marks): Image
    {
        $size = $share->size();
        $subject = $share->isMoreThan(0.5)->copyToMemory();
        $least = (int) round(self::SPECK * $subject->average() / 255 * $size->pixels());
        $ground = $subject->not()->copyToMemory();
        $large = static fn (Image $mask, bool $stays): Image => $mask->ofAtLeast($least)
            ->either($mask->touching(self::drawn($marks, $stays, $size)->isMoreThan(127.0)->copyToMemory()));
        $holes = $ground->both($large($ground, false)->either($ground->joiningBorder())->not())->linear(1 / 255, 0.0);
        $pieces = $subject->both($large($subject, true)->not());

        return $share
            ->multipliedBy($pieces->linear(-1 / 255, 1.0)->minus($holes))
            ->plus($holes)
            ->copyToMemory();
    }

    /**
     * With what hangs together with marks that say otherwise than what was found.
     *
     * @param list<Mark> $marks
     */
    private static function reached(Image $grid, Image $share, array $marks): Image
    {
        $things = null;
        foreach ($marks as $mark) {
            if (self::isHeard($share, $mark)) {
                continue;
            }
            $things ??= new MarkedThings($grid);
            $meant = $things->reachedBy($mark)->linear(1 / 255, 0.0);
            $share = $share->multipliedBy($meant->linear(-1.0, 1.0));
            $share = ($mark->stays ? $share->plus($meant) : $share)->copyToMemory();
        }

        return $share;
    }

    /** Whether what a mark says holds on it and for most of what lies round it. */
    private static function isHeard(Image $share, Mark $mark): bool
    {
        $size = $share->size();
        $wide = new Stroke($mark->stroke->points, min(Stroke::MOST_RADIUS, $mark->stroke->radius + self::ROUND / $size->longSide()));
        $window = StrokeRaster::window([$wide], $size);
        $found = $share->crop($window);
        $own = StrokeRaster::draw([$mark->stroke], $size, $window)->cast(BandFormat::Float)->copyToMemory();
        $round = StrokeRaster::draw([$wide], $size, $window)->minus($own)->copyToMemory();
        foreach ([[$own, 0.5], [$round, self::LOST]] as [$where, $least]) {
            $all = $where->average();
            $part = $all > 0 ? $found->multipliedBy($where)->average() / $all : null;
            if (null !== $part && ($mark->stays ? $part : 1 - $part) < $least) {
                return false;
            }
        }

        return true;
    }

    /**
     * Where a person marked, that counts, whatever colour is there.
     *
     * @param list<Mark> $marks
     */
    private static function marked(Image $slopes, array $marks): Image
    {
        $size = $slopes->size();
        $free = Image::ofBytes(str_repeat("\xff", $size->pixels()), $size, 1, Interpretation::Multiband)->linear(1 / 255, 0.0);
        $said = $free->linear(0.0, 0.0);
        foreach ($marks as $mark) {
            $window = StrokeRaster::window([$mark->stroke], $size);
            $own = StrokeRaster::draw([$mark->stroke], $size, $window)->linear(1 / 255, 0.0)->copyToMemory();
            $not = $own->linear(-1.0, 1.0);
            $free = $free->insert($free->crop($window)->multipliedBy($not)->copyToMemory(), $window->x, $window->y)->copyToMemory();
            $part = $said->crop($window)->multipliedBy($not);
            $said = $said->insert(($mark->stays ? $part->plus($own) : $part)->copyToMemory(), $window->x, $window->y)->copyToMemory();
        }
        $none = $said->linear(0.0, 0.0);

        return $slopes->multipliedBy($free)->plus(Image::joined([$none, $none, $none, $said]))->copyToMemory();
    }

    /**
     * Where marks of one sort are.
     *
     * @param list<Mark> $marks
     *
     * @return Image one band of bytes
     */
    private static function drawn(array $marks, bool $stays, PixelSize $size): Image
    {
        $said = array_filter($marks, static fn (Mark $mark): bool => $mark->stays === $stays);
        $strokes = array_values(array_map(static fn (Mark $mark): Stroke => $mark->stroke, $said));

        return [] === $strokes
            ? Image::ofBytes(str_repeat("\0", $size->pixels()), $size, 1, Interpretation::BlackAndWhite)
            : StrokeRaster::draw($strokes, $size);
    }
}
