<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\EdgeMatte;
use Snugfit\Pixels\Onnx\TensorElementType;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Zimg\ScratchFile;

/** Cuts a picture along the edge of its ground, pixel by pixel, piece after piece. */
final readonly class EdgeCutter
{
    private const PIECE = 384;

    /** How opaque something is that is there at all. */
    public const THERE = 0.02;

    public function __construct(private int $threads = 1)
    {
    }

    /**
     * @param Image $picture red, green, blue, of 8 or 16 bits
     *
     * @return Image with an alpha channel
     */
    public function cut(Image $picture, BackgroundRegion $region): Image
    {
        $size = $picture->size();
        $isDeep = 16 === WorkingSpaceConverter::bitsOf($picture);
        $form = $isDeep ? BandFormat::SignedInt : BandFormat::Byte;
        $matte = new EdgeMatte(
            $isDeep ? TensorElementType::Int : TensorElementType::Byte,
            $isDeep ? 65535.0 : 255.0,
            $region->noise,
            $this->threads,
        );
        $ground = $region->colour->stretched($size);
        $ground = ($isDeep ? $ground->linear(257.0, 0.0) : $ground)->roundTo($picture->format());
        $where = $region->subjectAt($size);
        $made = new ScratchFile();
        for ($y = 0; $y < $size->height; $y += self::PIECE) {
            $height = min(self::PIECE, $size->height - $y);
            $row = null;
            for ($x = 0; $x < $size->width; $x += self::PIECE) {
                $piece = new PixelWindow($x, $y, min(self::PIECE, $size->width - $x), $height);
                $cut = match (self::shareOfGround($region->subject, $piece, $size)) {
                    0.0 => self::whole($picture->crop($piece), PremultipliedAlpha::most($picture)),
                    1.0 => self::whole($picture->crop($piece), 0.0),
                    default => $this->piece($picture, $ground, $where, $piece, $matte, $form),
                };
                $row = null === $row ? $cut->embed(0, 0, new PixelSize($size->width, $height), Extend::Copy) : $row->insert($cut, $x, 0);
            }
            $made->write($row?->bytes() ?? '');
        }

        return $made->image($size, 4, $picture->format(), $picture->interpretation());
    }

    /** A picture as a smaller one of it was cut, where its edges are wide. What is the subject's altogether stays as it is. */
    public static function enlarged(Image $cut, Image $picture): Image
    {
        $size = $picture->size();
        $large = $cut->stretched($size);
        $made = new ScratchFile();
        for ($y = 0; $y < $size->height; $y += self::PIECE) {
            $strip = new PixelWindow(0, $y, $size->width, min(self::PIECE, $size->height - $y));
            $here = $large->crop($strip)->copyToMemory();
            $alpha = $here->extractBands(3, 1);
            $whole = $alpha->isMoreThan(PremultipliedAlpha::most($picture) - 0.5)->linear(1 / 255, 0.0);
            $edge = $here->extractBands(0, 3);
            $own = $edge->plus($picture->crop($strip)->minus($edge)->multipliedBy($whole));
            $made->write($own->roundTo($picture->format())->join($alpha)->bytes());
        }

        return $made->image($size, 4, $picture->format(), $picture->interpretation());
    }

    /** Of a piece and a little round it; told on the region's own grid. */
    private static function shareOfGround(Image $subject, PixelWindow $piece, PixelSize $size): float
    {
        $times = $subject->size()->width / $size->width;
        $window = (new PixelWindow(
            (int) floor($piece->x * $times),
            (int) floor($piece->y * $times),
            max(1, (int) ceil($piece->width * $times)),
            max(1, (int) ceil($piece->height * $times)),
        ))->widenedIn($subject->size(), EdgeMatte::MARGIN);

        return 1 - $subject->crop($window)->average() / 255;
    }

    private static function whole(Image $piece, float $alpha): Image
    {
        return $piece->join($piece->extractBands(0, 1)->linear(0.0, $alpha)->cast($piece->format()))->copyToMemory();
    }

    private function piece(Image $picture, Image $ground, Image $where, PixelWindow $piece, EdgeMatte $matte, BandFormat $form): Image
    {
        $margin = EdgeMatte::MARGIN;
        $wide = new PixelSize($piece->width + 2 * $margin, $piece->height + 2 * $margin);
        $with = static fn (Image $image): Image => $image->embed(
            $margin - $piece->x,
            $margin - $piece->y,
            new PixelSize($wide->width, $wide->height),
            Extend::Copy,
        );
        $region = $with($where)->copyToMemory();
        $inner = new PixelWindow($margin, $margin, $piece->width, $piece->height);
        // Held as long as their samples are looked at.
        [$given, $below] = [$with($picture)->cast($form), $with($ground)->cast($form)];
        $cut = $matte->run($given->samples(), $below->samples(), $region->samples(), $wide);

        // The next piece takes its place.
        $made = Image::over($cut, $wide, 4, $form, $picture->interpretation())->cast($picture->format())->copied();

        return self::swept($made, $region)->crop($inner)->copied();
    }

    /** Without what the noise of a JPEG leaves beside edges: specks that hang on nothing of the subject. */
    private static function swept(Image $made, Image $region): Image
    {
        $size = $made->size();
        $most = PremultipliedAlpha::most($made);
        $alpha = $made->extractBands(3, 1);
        $inner = new PixelSize($size->width - 2, $size->height - 2);
        // What reaches the piece's end may hang on something beyond it.
        $frame = Image::ofBytes(str_repeat("\0", $inner->pixels()), $inner, 1, Interpretation::BlackAndWhite)
            ->embed(1, 1, $size, Extend::Background, [255.0]);
        $there = $alpha->isMoreThan(self::THERE * $most)->copyToMemory();
        $kept = $there->touching($region->isMoreThan(127.0)->either($frame)->copyToMemory());
        $left = $alpha->multipliedBy($kept->linear(1 / 255, 0.0))->cast($alpha->format());

        return $made->extractBands(0, 3)->join($left)->withInterpretation($made->interpretation());
    }
}
