<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Onnx\SubjectNetwork;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * Finds the subject of a picture whose ground has things in it: a network sees it small, with the marks, and what it tells is brought
 * onto the picture's own edges by a guided filter (He, Sun, Tang 2013; from memory).
 */
final readonly class SubjectFinder
{
    /** Pixels on the long side of the grid that edges are followed on. */
    private const GRID = 1000;

    /** Of the grid's long side, how far the filter looks; levels of 255 below which colours count as the same. */
    private const REACH = 0.008;
    private const SAME = 6.0;

    /** How much steeper the edge becomes that the network leaves soft. */
    private const STEEPER = 2.2;

    public function __construct(private int $threads = 1)
    {
    }

    /**
     * @param Image      $picture red, green, blue as bytes
     * @param list<Mark> $marks
     *
     * @return Image one band of bytes on a grid of its own: how much of each pixel is of the subject
     *
     * @throws OnnxFailed
     */
    public function find(Image $picture, array $marks): Image
    {
        $grid = $picture->reducedWithin(self::GRID)->copyToMemory();
        $told = $this->told($grid, $marks)->stretched($grid->size())->copyToMemory();
        $told = self::marked($told, $marks, 1.0);
        $share = self::guided($told, $grid);
        $steep = $share->linear(self::STEEPER, (1 - self::STEEPER) / 2)->positivePart();

        return self::marked($steep->linear(255.0, 0.0), $marks, 255.0)->roundTo(BandFormat::Byte)->copyToMemory();
    }

    /**
     * What the network says, 0 to 1.
     *
     * @param list<Mark> $marks
     */
    private function told(Image $grid, array $marks): Image
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
            $strokes = self::strokes($marks, $stays);
            $planes .= $laid(
                [] === $strokes
                    ? $small->extractBands(0, 1)->linear(0.0, 0.0)
                    : StrokeRaster::draw($strokes, $size)->isMoreThan(127.0)->linear(1 / 255, 0.0),
                0.0,
            );
        }
        $planes .= $laid($small->extractBands(0, 1)->linear(0.0, 0.0), 1.0);
        $shares = (new SubjectNetwork($this->threads))->look($planes);

        return Image::ofBytes($shares, $square, 1, Interpretation::Multiband, BandFormat::Float)
            ->crop(new PixelWindow($x, $y, $size->width, $size->height));
    }

    /**
     * Where a person marked, that counts.
     *
     * @param list<Mark> $marks
     */
    private static function marked(Image $share, array $marks, float $most): Image
    {
        foreach ($marks as $mark) {
            $own = StrokeRaster::draw([$mark->stroke], $share->size())->linear(1 / 255, 0.0);
            $share = $share->plus($own->linear($mark->stays ? $most : 0.0, 0.0)->minus($share->multipliedBy($own)));
        }

        return $share->copyToMemory();
    }

    private static function guided(Image $share, Image $picture): Image
    {
        $radius = max(2, (int) round(self::REACH * $picture->size()->longSide()));
        $grey = $picture->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS])->linear(1 / 255, 0.0)->copyToMemory();
        $mean = $grey->boxMean($radius);
        $told = $share->boxMean($radius);
        $variance = $grey->multipliedBy($grey)->boxMean($radius)->minus($mean->multipliedBy($mean));
        $together = $grey->multipliedBy($share)->boxMean($radius)->minus($mean->multipliedBy($told));
        $slope = $together->dividedBy($variance->linear(1.0, (self::SAME / 255) ** 2))->copyToMemory();
        $rest = $told->minus($slope->multipliedBy($mean));

        return $slope->boxMean($radius)->multipliedBy($grey)->plus($rest->boxMean($radius))->copyToMemory();
    }

    /**
     * @param list<Mark> $marks
     *
     * @return list<Stroke>
     */
    private static function strokes(array $marks, bool $stays): array
    {
        $said = array_filter($marks, static fn (Mark $mark): bool => $mark->stays === $stays);

        return array_values(array_map(static fn (Mark $mark): Stroke => $mark->stroke, $said));
    }
}
