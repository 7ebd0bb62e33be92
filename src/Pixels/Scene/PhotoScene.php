<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Repair\StrokeRaster;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

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

    /** @param list<Stroke> $front */
    public function build(Master $photo, string $folder, array $front): PixelSize
    {
        $picture = WorkingSpaceConverter::toPlain($photo->picture());
        $size = $picture->size()->scaled(min(1.0, self::WIDTH / $picture->size()->width));
        $plate = $picture->thumbnail($size->longSide())->copyToMemory();
        $size = $plate->size();
        $plate->saveWhole('jpeg', $folder.'/'.SceneFolder::PLATE, ['Q' => self::QUALITY, 'profile' => 'srgb', 'strip' => 1]);
        $cover = $this->cover($front, $size);
        $cover->saveWhole('png', $folder.'/'.SceneFolder::COVER);
        $this->light($plate)->saveWhole('jpeg', $folder.'/'.SceneFolder::LIGHT, ['Q' => self::QUALITY]);

        return $size;
    }

    /** @param list<Stroke> $front */
    private function cover(array $front, PixelSize $size): Image
    {
        if ([] === $front) {
            return Image::ofBytes("\xff", new PixelSize(1, 1), 1, Interpretation::BlackAndWhite)->embed(0, 0, $size, Extend::Copy);
        }

        return StrokeRaster::draw($front, $size)->not()->withInterpretation(Interpretation::BlackAndWhite);
    }

    /** In parts of what makes white white: 255 is that. */
    private function light(Image $plate): Image
    {
        $grey = $plate->thumbnail(self::LIGHT_SIDE)->colourspace(Interpretation::ScRgb)->recombined([[0.2126, 0.7152, 0.0722]]);
        $soft = $grey->cast(BandFormat::Float)->blurExactly(self::SOFT)->copyToMemory();
        $even = $soft->linear(1 / max(0.01, $soft->average()), 0.0);
        $within = $even->linear(1.0, -self::LEAST)->positivePart()->linear(-1.0, self::MOST - self::LEAST)
            ->positivePart()->linear(-1 / self::MOST, 1.0);
        $band = $within->withInterpretation(Interpretation::ScRgb);

        return $band->join($band)->join($band)->withInterpretation(Interpretation::ScRgb)->colourspace(Interpretation::Srgb);
    }
}
