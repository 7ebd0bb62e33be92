<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Core\Repair\EdgeStyle;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\EdgeMatte;
use Snugfit\Pixels\Onnx\TensorElementType;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Zimg\ScratchFile;

/** Takes the background away: where it is by BackgroundFinder, its edge pixel by pixel, piece after piece. */
final readonly class BackgroundRemover
{
    private const PIECE = 384;

    /** Of the long side, how far the subject's own colours are looked for. */
    private const NEAR = 0.006;

    /** Pixels on the long side of what is measured of a result. */
    private const SEEN = 800;

    /** Pixels, as a Gaussian's deviation, by which a rough edge fades. */
    private const ROUGH = 0.6;

    /** How opaque something is that is there at all, and that is there altogether. */
    private const THERE = 0.02;
    private const WHOLE = 0.98;

    /** Of the border: what is more than that transparent was cut out before. */
    private const CUT_ALREADY = 0.5;

    public function __construct(private BackgroundFinder $finder = new BackgroundFinder(), private int $threads = 1)
    {
    }

    /**
     * @param Image $picture red, green, blue, of 8 or 16 bits, perhaps transparent already
     *
     * @return array{Image, CutOutReport}
     */
    public function cut(Image $picture, CutOut $edit): array
    {
        [$made, $region] = $this->remove($picture, $edit);

        return [$made, $this->report($made, $region, PremultipliedAlpha::most($picture))];
    }

    /**
     * Without measuring what came of it.
     *
     * @param ?BackgroundLook $look at this very picture, where there was one
     *
     * @return array{Image, BackgroundRegion}
     */
    public function remove(Image $picture, CutOut $edit, ?BackgroundLook $look = null): array
    {
        $most = PremultipliedAlpha::most($picture);
        if ($picture->hasAlpha() && self::isCutAlready($picture, $most)) {
            return $this->kept($picture, $edit, $most);
        }
        $opaque = $picture->hasAlpha() ? $picture->flatten([$most, $most, $most]) : $picture;
        $bytes = 16 === WorkingSpaceConverter::bitsOf($opaque) ? $opaque->rescaleTo(BandFormat::Byte) : $opaque;
        $region = $this->finder->find($bytes, $edit, $look);
        $cut = null === $region->share ? $this->matted($opaque, $region) : self::blended($opaque, $region->share, $most);
        $alpha = $this->edged($cut->extractBands(3, 1), $edit, $most);
        if ($picture->hasAlpha()) {
            $before = $picture->extractBands($picture->bands() - 1, 1)->linear(1 / $most, 0.0);
            $alpha = $alpha->multipliedBy($before)->roundTo($cut->format());
        }

        return [$cut->extractBands(0, 3)->join($alpha)->withInterpretation($picture->interpretation()), $region];
    }

    /**
     * As it is felt while a hand marks: which part stays, its edge as it comes.
     *
     * @param Image $picture red, green, blue as bytes
     */
    public function roughly(Image $picture, CutOut $edit, BackgroundLook $look): Image
    {
        $alpha = $this->finder->find($picture, $edit, $look)->subject->blur(self::ROUGH);

        return $picture->join($this->edged($alpha, $edit, 255.0)->cast($picture->format()))->withInterpretation($picture->interpretation());
    }

    /** Whether most of the border is transparent: what is left is the subject, whatever its colour. */
    private static function isCutAlready(Image $picture, float $most): bool
    {
        $nothing = $picture->extractBands($picture->bands() - 1, 1)->isLessThan(0.1 * $most);
        $size = $picture->size();
        $sides = [
            new PixelWindow(0, 0, $size->width, 1),
            new PixelWindow(0, $size->height - 1, $size->width, 1),
            new PixelWindow(0, 0, 1, $size->height),
            new PixelWindow($size->width - 1, 0, 1, $size->height),
        ];
        $shares = array_map(static fn (PixelWindow $side): float => $nothing->crop($side)->average() / 255, $sides);

        return array_sum($shares) / 4 > self::CUT_ALREADY;
    }

    /** @return array{Image, BackgroundRegion} with its edge as it is asked for */
    private function kept(Image $picture, CutOut $edit, float $most): array
    {
        $bands = $picture->bands() - 1;
        $alpha = $this->edged($picture->extractBands($bands, 1), $edit, $most);
        $made = $picture->extractBands(0, $bands)->join($alpha)->withInterpretation($picture->interpretation());
        $nowhere = Image::ofBytes(str_repeat("\0", 4), new PixelSize(2, 2), 1, Interpretation::BlackAndWhite);
        $white = $nowhere->cast(BandFormat::Float)->linear(0.0, 255.0);
        $region = new BackgroundRegion($nowhere, Image::joined([$white, $white, $white]), 0.0, true, [], 0.0);

        return [$made, $region];
    }

    /**
     * Colours of the subject alone, from a share that is known: the mean of what is surely its own nearby, corrected by what the
     * pixel shows (Germer, Uelwer, Conrad, Harmeling 2020; from memory).
     */
    private static function blended(Image $picture, Image $share, float $most): Image
    {
        $size = $picture->size();
        $alpha = $share->size()->equals($size) ? $share : $share->stretched($size);
        $alpha = $alpha->cast(BandFormat::Float)->linear(1 / 255, 0.0)->copyToMemory();
        $rest = $alpha->linear(-1.0, 1.0);
        $colours = $picture->cast(BandFormat::Float);
        $radius = max(3, (int) round(self::NEAR * $size->longSide()));
        $mean = static fn (Image $weight): Image => $colours->multipliedBy($weight)->boxMean($radius)
            ->dividedBy($weight->boxMean($radius)->linear(1.0, 1e-4));
        [$own, $ground] = [$mean($alpha), $mean($rest)];
        $off = $colours->minus($own->multipliedBy($alpha))->minus($ground->multipliedBy($rest));
        $made = $own->plus($off->multipliedBy($alpha))->roundTo($picture->format());

        return $made->join($alpha->linear($most, 0.0)->roundTo($picture->format()))->withInterpretation($picture->interpretation());
    }

    private function matted(Image $picture, BackgroundRegion $region): Image
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
        $where = $region->subject->size()->equals($size) ? $region->subject : $region->subject->stretched($size);
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

    /** Shifted and, where it is wanted, hard. */
    private function edged(Image $alpha, CutOut $edit, float $most): Image
    {
        if (0.0 !== $edit->shift) {
            $alpha = self::shifted($alpha, $edit->shift);
        }

        return EdgeStyle::Hard === $edit->edge
            ? $alpha->isMoreThan($most / 2)->linear($most / 255, 0.0)->cast($alpha->format())
            : $alpha;
    }

    private static function shifted(Image $alpha, float $pixels): Image
    {
        $by = static function (int $radius) use ($alpha, $pixels): Image {
            $side = 2 * $radius + 1;

            return 0 === $radius ? $alpha : $alpha->ranked($side, $pixels > 0 ? $side * $side - 1 : 0);
        };
        $whole = (int) floor(abs($pixels));
        $part = abs($pixels) - $whole;

        return 0.0 === $part
            ? $by($whole)
            : $by($whole)->linear(1 - $part, 0.0)->plus($by($whole + 1)->linear($part, 0.0))->roundTo($alpha->format());
    }

    private function report(Image $made, BackgroundRegion $region, float $most): CutOutReport
    {
        // In one pass over a picture that may be large.
        [$all, $sum, $there, $whole] = [0, 0.0, 0, 0];
        foreach ($made->extractBands(3, 1)->counts()[0] as $alpha => $count) {
            $all += $count;
            $sum += $alpha * $count;
            $there += $alpha > self::THERE * $most ? $count : 0;
            $whole += $alpha > self::WHOLE * $most ? $count : 0;
        }
        $small = $made->reducedWithin(self::SEEN)->cast(BandFormat::Float)->linear(255 / $most, 0.0)->copyToMemory();

        return new CutOutReport(
            1 - $sum / max(1, $all) / $most,
            $there > 0 ? ($there - $whole) / $there : 0.0,
            HaloMeter::measure($small, $region->colour),
            $region->doubt,
            $region->isPlain,
            $region->islands,
        );
    }
}
