<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Core\Repair\EdgeStyle;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Takes the background away: where it is by BackgroundFinder, its edge pixel by pixel, piece after piece. */
final readonly class BackgroundRemover
{
    /** Of the long side, how far the subject's own colours are looked for. */
    private const NEAR = 0.006;

    /** Pixels on the long side of the picture that they are told on. */
    private const MEANS = 1000;

    /** Pixels on the long side of what is measured of a result. */
    private const SEEN = 800;

    /** Pixels, as a Gaussian's deviation, by which a rough edge fades. */
    private const ROUGH = 0.6;

    /** How opaque something is that is there altogether. */
    private const WHOLE = 0.98;

    /** Of the border: what is more than that transparent was cut out before. */
    private const CUT_ALREADY = 0.5;

    private EdgeCutter $edges;
    private BackgroundFinder $finder;

    public function __construct(int $threads = 1)
    {
        $this->finder = new BackgroundFinder(subjects: new SubjectFinder($threads));
        $this->edges = new EdgeCutter($threads);
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
        [$cut, $region] = $this->opaque($opaque, $edit, $look);
        $alpha = $this->edged($cut->extractBands(3, 1), $edit, $most);
        if ($picture->hasAlpha()) {
            $before = $picture->extractBands($picture->bands() - 1, 1)->linear(1 / $most, 0.0);
            $alpha = $alpha->multipliedBy($before)->roundTo($cut->format());
        }

        return [self::with($cut, $alpha, $picture), $region];
    }

    /** @return array{Image, BackgroundRegion} */
    private function opaque(Image $picture, CutOut $edit, ?BackgroundLook $look): array
    {
        $region = $this->finder->find(self::bytes($picture), $edit, $look);
        $times = null === $region->share ? EdgeSoftness::timesToReduce($picture, $region->subjectAt($picture->size())) : 1;
        $seen = $picture;
        if ($times > 1) {
            // Wide edges pass for shadows.
            $seen = $picture->reducedTo($picture->size()->scaled(1 / $times))->copyToMemory();
            $region = $this->finder->find(self::bytes($seen), $edit);
        }
        if (null !== $region->share) {
            return [self::blended($picture, $region->share, PremultipliedAlpha::most($picture)), $region];
        }
        $cut = $this->edges->cut($seen, $region);

        return [$times > 1 ? EdgeCutter::enlarged($cut, $picture) : $cut, $region];
    }

    private static function with(Image $cut, Image $alpha, Image $picture): Image
    {
        return $cut->extractBands(0, 3)->join($alpha)->withInterpretation($picture->interpretation());
    }

    private static function bytes(Image $picture): Image
    {
        return 16 === WorkingSpaceConverter::bitsOf($picture) ? $picture->rescaleTo(BandFormat::Byte) : $picture;
    }

    /**
     * What the network says of a picture whose ground has things in it, small.
     *
     * @param Image $picture red, green, blue
     */
    public function told(Image $picture, CutOut $edit): Image
    {
        return $this->finder->told(self::bytes($picture), $edit);
    }

    /**
     * The same where the ground is known to have things in it, without asking again.
     *
     * @param Image $picture red, green, blue
     * @param Image $told    of it, with these marks
     */
    public function removeAmid(Image $picture, CutOut $edit, Image $told): Image
    {
        $most = PremultipliedAlpha::most($picture);
        $cut = self::blended($picture, $this->finder->share(self::bytes($picture), $edit, $told), $most);

        return self::with($cut, $this->edged($cut->extractBands(3, 1), $edit, $most), $picture);
    }

    /**
     * As it is felt while a hand marks: which part stays, its edge as it comes.
     *
     * @param Image $picture red, green, blue as bytes
     */
    public function roughly(Image $picture, CutOut $edit, BackgroundLook $look): Image
    {
        return $this->felt($picture, $edit, $this->finder->subject($picture, $edit, $look)->blur(self::ROUGH));
    }

    /**
     * The same on a ground with things in it.
     *
     * @param Image $picture red, green, blue as bytes
     * @param Image $told    of it, perhaps with fewer marks
     */
    public function roughlyAmid(Image $picture, CutOut $edit, Image $told): Image
    {
        return $this->felt($picture, $edit, $this->finder->share($picture, $edit, $told, true)->of($picture, 255.0));
    }

    private function felt(Image $picture, CutOut $edit, Image $alpha): Image
    {
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
    private static function blended(Image $picture, SubjectShare $share, float $most): Image
    {
        // What is a mean of many pixels is as good from fewer.
        $small = $picture->reducedWithin(self::MEANS)->copyToMemory();
        $part = $share->of($small, $most)->cast(BandFormat::Float)->linear(1 / 255, 0.0);
        $seen = $small->cast(BandFormat::Float);
        $radius = max(3, (int) round(self::NEAR * $small->size()->longSide()));
        $mean = static fn (Image $weight): Image => $seen->multipliedBy($weight)->boxMean($radius)
            ->dividedBy($weight->boxMean($radius)->linear(1.0, 1e-4))->copyToMemory()->stretched($picture->size());
        [$own, $ground] = [$mean($part), $mean($part->linear(-1.0, 1.0))];
        $alpha = $share->of($picture, $most)->cast(BandFormat::Float)->linear(1 / 255, 0.0);
        $off = $picture->cast(BandFormat::Float)
            ->minus($own->multipliedBy($alpha))
            ->minus($ground->multipliedBy($alpha->linear(-1.0, 1.0)));
        $made = $own->plus($off->multipliedBy($alpha))->roundTo($picture->format());

        return $made->join($alpha->linear($most, 0.0)->roundTo($picture->format()))
            ->withInterpretation($picture->interpretation())
            ->copyToMemory();
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
            $there += $alpha > EdgeCutter::THERE * $most ? $count : 0;
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
