<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Rounding;
use Snugfit\Core\Measure\SrgbCurve;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PhotographedCloth;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Repair\StrokeRaster;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/** A person's photo -> a scene's pictures. The photo is only read. */
final readonly class PhotoScene
{
    /** Pixels across, as the scenes have that ship. */
    private const WIDTH = 2400;

    /** How light falls is taken from the photo's own brightness, without what is drawn in it: pixels, and their softness. */
    private const LIGHT_SIDE = 160;
    private const SOFT = 9.0;

    /** How far from even it is let be: a dark cupboard is no dark light. */
    private const LEAST = 0.72;
    private const MOST = 1.12;

    private const QUALITY = 92;

    /** How far a mask's proportion may be off the photo's. */
    private const PROPORTION = 0.01;

    /** Folds in cloth: pixels of the photo to either side that tell which way it leans, and how many millimetres a print is moved by it. */
    private const FOLD_SOFT = 4.0;
    private const FOLD = 45.0;

    /** Light on cloth and cups is taken as fine as folds and edges are. */
    private const THING_SIDE = 1200;
    private const THING_SOFT = 1.5;
    private const THING_LEAST = 0.2;

    /**
     * @param list<Stroke>       $front
     * @param ?Master            $mask  where prints can be seen: white; null for everywhere
     * @param ?Master            $shade how light falls on prints: white for all of it; null for what the photo tells
     * @param ?FractionBox       $thing where in the photo the thing is that carries prints; null where they hang or lie before it
     * @param ?PhotographedCloth $cloth null where prints do not follow folds
     */
    public function build(
        Master $photo,
        string $folder,
        array $front,
        ?Master $mask,
        ?Master $shade,
        ?FractionBox $thing,
        ?PhotographedCloth $cloth,
    ): PhotoParts {
        $picture = WorkingSpaceConverter::toPlain($photo->picture());
        $size = $picture->size()->scaled(min(1.0, self::WIDTH / $picture->size()->width));
        $plate = $picture->thumbnail($size->longSide())->copyToMemory();
        $size = $plate->size();
        $plate->saveWhole('jpeg', $folder.'/'.SceneFolder::PLATE, ['Q' => self::QUALITY, 'profile' => 'srgb', 'strip' => 1]);
        $seen = null === $mask ? null : self::grey($mask, $size, 'The mask');
        $cover = null === $seen ? $this->cover($front, $size) : $this->under($seen, $front);
        $cover->saveWhole('png', $folder.'/'.SceneFolder::COVER);
        $light = match (true) {
            null !== $shade => self::grey($shade, $size, 'The shade map'),
            null !== $thing => $this->lightOn($plate, $seen ?? self::within($thing, $size)),
            default => $this->light($plate, self::LIGHT_SIDE, self::SOFT, self::LEAST, null),
        };
        $light->saveWhole('jpeg', $folder.'/'.SceneFolder::LIGHT, ['Q' => self::QUALITY]);
        if (null !== $cloth) {
            $this->map($cloth, $light, $size)->saveWhole('png', $folder.'/'.SceneFolder::MAP, ['compression' => 6]);
        }

        return new PhotoParts($size, null === $seen ? null : self::colour($plate, $seen));
    }

    /** @throws ImpossibleScene where it has other proportions than the photo */
    private static function grey(Master $file, PixelSize $size, string $what): Image
    {
        $picture = WorkingSpaceConverter::toPlain($file->picture());
        $has = $picture->size();
        if (abs($has->width * $size->height / ($has->height * $size->width) - 1) > self::PROPORTION) {
            throw ImpossibleScene::because(\sprintf(
                '%s has %d × %d px, which is another proportion than the photo\'s.', $what, $has->width, $has->height,
            ));
        }
        $grey = $picture->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1);

        return ($has->covers($size) ? $grey->resize($size, Kernel::Linear) : $grey->stretched($size))->cast(BandFormat::Byte)
            ->withInterpretation(Interpretation::BlackAndWhite)->copyToMemory();
    }

    /** @param list<Stroke> $front */
    private function under(Image $seen, array $front): Image
    {
        $left = [] === $front ? $seen : $seen->multipliedBy($this->cover($front, $seen->size())->linear(1 / 255, 0.0));

        return $left->roundTo(BandFormat::Byte)->withInterpretation(Interpretation::BlackAndWhite);
    }

    /** @return string the mean of what is seen under the mask, six hexadecimal digits */
    private static function colour(Image $plate, Image $seen): string
    {
        $weight = $seen->linear(1 / 255, 0.0)->copyToMemory();
        $share = max(1e-6, $weight->average());
        $linear = $plate->colourspace(Interpretation::ScRgb);
        $hex = '';
        foreach ([0, 1, 2] as $band) {
            $mean = $linear->extractBands($band, 1)->multipliedBy($weight)->average() / $share;
            $hex .= \sprintf('%02x', max(0, min(255, Rounding::toWhole(255 * SrgbCurve::encoded(max(0.0, $mean))))));
        }

        return $hex;
    }

    /** Which millimetre of the cloth each pixel shows: of its plane, and aside where it leans. */
    private function map(PhotographedCloth $cloth, Image $light, PixelSize $size): Image
    {
        $n = $cloth->plane->numbers;
        $at = Image::positions($size)->linearByBand([[1.0, 0.5], [1.0, 0.5]]);
        $way = $at->join($at->extractBands(0, 1)->linear(0.0, 1.0))
            ->recombined([[$n[0], $n[1], $n[2]], [$n[3], $n[4], $n[5]], [$n[6], $n[7], $n[8]]])
            ->copyToMemory();
        $soft = $light->extractBands(0, 1)->cast(BandFormat::Float)->linear(1 / 255, 0.0);
        $soft = ($soft->size()->equals($size) ? $soft : $soft->stretched($size))->blurExactly(self::FOLD_SOFT)->copyToMemory();
        $bands = [];
        foreach ([[1, 0], [0, 1]] as $axis => [$x, $y]) {
            $leans = $soft->embed(-$x, -$y, $size, Extend::Copy)->minus($soft->embed($x, $y, $size, Extend::Copy));
            $place = $way->extractBands($axis, 1)->dividedBy($way->extractBands(2, 1))->plus($leans->linear(self::FOLD, 0.0));
            $steps = 65535 / ($cloth->to[$axis] - $cloth->from[$axis]);
            $bands[] = $place->linear($steps, -$cloth->from[$axis] * $steps);
        }

        return $bands[0]->join($bands[1])->join($bands[0]->linear(0.0, 0.0))->roundTo(BandFormat::Short)
            ->withInterpretation(Interpretation::Rgb16);
    }

    /** @param list<Stroke> $front */
    private function cover(array $front, PixelSize $size): Image
    {
        if ([] === $front) {
            return Image::ofBytes("\xff", new PixelSize(1, 1), 1, Interpretation::BlackAndWhite)->embed(0, 0, $size, Extend::Copy);
        }

        return StrokeRaster::draw($front, $size)->not()->withInterpretation(Interpretation::BlackAndWhite);
    }

    /** @param Image $seen white where the thing is */
    private function lightOn(Image $plate, Image $seen): Image
    {
        return $this->light($plate, self::THING_SIDE, self::THING_SOFT, self::THING_LEAST, $seen);
    }

    private static function within(FractionBox $box, PixelSize $size): Image
    {
        $window = $box->inPixelsOf($size);

        return Image::ofBytes("\xff", new PixelSize(1, 1), 1, Interpretation::BlackAndWhite)
            ->embed(0, 0, $window->size(), Extend::Copy)
            ->embed($window->x, $window->y, $size, Extend::Background, [0.0]);
    }

    /**
     * In parts of what makes white white: 255 is that.
     *
     * @param ?Image $seen what counts for how light it is on the whole; null for all of it
     */
    private function light(Image $plate, int $side, float $blur, float $least, ?Image $seen): Image
    {
        $grey = $plate->thumbnail($side)->colourspace(Interpretation::ScRgb)->recombined([[0.2126, 0.7152, 0.0722]]);
        $soft = $grey->cast(BandFormat::Float)->blurExactly($blur)->copyToMemory();
        $mean = $soft->average();
        if (null !== $seen) {
            $weight = $seen->resize($soft->size(), Kernel::Linear)->linear(1 / 255, 0.0)->copyToMemory();
            $mean = $soft->multipliedBy($weight)->average() / max(1e-6, $weight->average());
        }
        $even = $soft->linear(1 / max(0.01, $mean), 0.0);
        $within = $even->linear(1.0, -$least)->positivePart()->linear(-1.0, self::MOST - $least)
            ->positivePart()->linear(-1 / self::MOST, 1.0);
        $band = $within->withInterpretation(Interpretation::ScRgb);

        return $band->join($band)->join($band)->withInterpretation(Interpretation::ScRgb)->colourspace(Interpretation::Srgb);
    }
}
