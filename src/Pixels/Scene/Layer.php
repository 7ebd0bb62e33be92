<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\Homography;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** A picture on its way into a scene: linear light times opacity, and opacity from 0 to 1, in four bands of floats. */
final readonly class Layer
{
    /** Its last pixels go on by so many, so that kernels see no edge; where it ends is counted apart. */
    private const MARGIN = 3;

    /** Pixels of the scene to one of what is soft. */
    private const COARSE = 4;

    private function __construct(
        public Image $image,
        /** How many of its pixels one of the scene takes. */
        private float $step,
    ) {
    }

    /**
     * @param Image     $picture sRGB of eight bits, with or without alpha
     * @param PixelSize $most    pixels of the scene that it takes: what has more is reduced first
     */
    public static function of(Image $picture, PixelSize $most): self
    {
        $size = $picture->size();
        $to = new PixelSize(min($size->width, $most->width), min($size->height, $most->height));
        $step = max($to->width / $most->width, $to->height / $most->height);
        $picture = $to->equals($size) ? $picture : (new Resampler())->reduce($picture, $to);
        $picture = PremultipliedAlpha::withAlpha($picture);
        $light = $picture->extractBands(0, 3)->withInterpretation(Interpretation::Srgb)->colourspace(Interpretation::ScRgb);
        $alpha = $picture->extractBands(3, 1)->cast(BandFormat::Float)->linear(1 / 255, 0.0);

        return self::padded($light->multipliedBy($alpha)->join($alpha), $step);
    }

    /** Of one colour in linear light, its opacity told by a band from 0 to 1. */
    public static function ofOpacity(Image $alpha, float $light = 0.0): self
    {
        $light = $alpha->linear($light, 0.0);

        return self::padded($light->join($light)->join($light)->join($alpha), 1.0);
    }

    /**
     * One colour, as if painted on.
     *
     * @param string $colour six hexadecimal digits
     * @param float  $lit    what light it gets, in parts of what a face gets that looks to the viewer
     */
    public static function ofColour(string $colour, float $lit, PixelSize $size): self
    {
        $pixel = Image::ofBytes((string) hex2bin($colour), new PixelSize(1, 1), 3);

        return self::of($pixel->embed(0, 0, $size, Extend::Copy), $size)->dimmed($lit);
    }

    /** With so many pixels more on every side, as its last ones are. */
    public function widened(int $pixels): self
    {
        $size = $this->image->size();
        $wide = new PixelSize($size->width + 2 * $pixels, $size->height + 2 * $pixels);

        return new self($this->image->embed($pixels, $pixels, $wide, Extend::Copy), $this->step);
    }

    /** Laid over another of the same size. */
    public function over(self $below): self
    {
        $alpha = $this->image->extractBands(3, 1)->linear(-1.0, 1.0);
        $left = $alpha->join($alpha)->join($alpha)->join($alpha);

        return new self($this->image->plus($below->image->multipliedBy($left))->copyToMemory(), $this->step);
    }

    /** Pixels of the picture itself. */
    public function size(): PixelSize
    {
        $size = $this->image->size();

        return new PixelSize($size->width - 2 * self::MARGIN, $size->height - 2 * self::MARGIN);
    }

    /** Its colours so many times as bright. */
    public function dimmed(float $times): self
    {
        return new self($this->image->linearByBand([[$times, 0.0], [$times, 0.0], [$times, 0.0], [1.0, 0.0]])->copyToMemory(), $this->step);
    }

    /**
     * Seen at places of its own.
     *
     * @param Image $places two bands: pixels of the picture, counted from its left upper corner
     */
    public function at(Image $places): Image
    {
        $size = $this->size();
        // Computed once: who asks a pipeline several times has it computed, and held, as often.
        $places = $places->copyToMemory();
        $covered = $this->covered($places->extractBands(0, 1), $size->width)
            ->multipliedBy($this->covered($places->extractBands(1, 1), $size->height))
            ->copyToMemory();

        return $this->image
            ->sampledAt($places->linear(1.0, self::MARGIN - 0.5))
            ->multipliedBy($covered->join($covered)->join($covered)->join($covered));
    }

    /** How much of a pixel of the scene lies between its first and its last pixel, 0 to 1. */
    private function covered(Image $places, int $pixels): Image
    {
        $last = $places->linear(-1.0, (float) $pixels);
        $within = $places->lesser($last)->linear(1 / $this->step, 0.5)->positivePart();

        return $within->linear(-1.0, 1.0)->positivePart()->linear(-1.0, 1.0);
    }

    /**
     * As a plane of the scene shows it.
     *
     * @param Homography  $plane  from its pixels to those of the scene
     * @param PixelWindow $window of the scene
     */
    public function on(Homography $plane, PixelWindow $window): Image
    {
        $covered = $this->outline($plane, $window)->copyToMemory();

        return $this->image
            ->sampledAt(self::places($plane->inverse(), $window)->linear(1.0, self::MARGIN - 0.5))
            ->multipliedBy($covered->join($covered)->join($covered)->join($covered));
    }

    /** The same of what is soft all over and ends in nothing: few pixels tell all of it. */
    public function softlyOn(Homography $plane, PixelWindow $window): Image
    {
        $size = $window->size();
        $few = new PixelSize(max(1, intdiv($size->width, self::COARSE)), max(1, intdiv($size->height, self::COARSE)));
        [$across, $down] = [$size->width / $few->width, $size->height / $few->height];
        $back = $plane->inverse()->after(new Homography([$across, 0.0, $window->x, 0.0, $down, $window->y, 0.0, 0.0, 1.0]));

        return $this->image
            ->sampledAt(self::places($back, PixelWindow::whole($few))->linear(1.0, self::MARGIN - 0.5))
            ->copyToMemory()
            ->stretched($size);
    }

    /** How much of each pixel of a window lies within its four corners, 0 to 1. */
    private function outline(Homography $plane, PixelWindow $window): Image
    {
        $size = $this->size();
        $points = '';
        foreach ([[0, 0], [1, 0], [1, 1], [0, 1]] as [$right, $low]) {
            [$x, $y] = $plane->point($right * $size->width, $low * $size->height);
            $points .= \sprintf('%.4F,%.4F ', $x - $window->x, $y - $window->y);
        }
        $drawing = \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d"><polygon fill="#fff" points="%s"/></svg>',
            $window->width,
            $window->height,
            $points,
        );

        return Image::drawing($drawing)->extractBands(3, 1)->linear(1 / 255, 0.0);
    }

    /** Where the pixels of a window come from, by their middles. */
    private static function places(Homography $back, PixelWindow $window): Image
    {
        $n = $back->numbers;
        $at = Image::positions($window->size())->cast(BandFormat::Float)->linearByBand([[1.0, $window->x + 0.5], [1.0, $window->y + 0.5]]);
        $three = $at->join($at->extractBands(0, 1)->linear(0.0, 1.0));
        $seen = $three->recombined([[$n[0], $n[1], $n[2]], [$n[3], $n[4], $n[5]], [$n[6], $n[7], $n[8]]]);
        $depth = $seen->extractBands(2, 1);

        return $seen->extractBands(0, 2)->dividedBy($depth->join($depth));
    }

    private static function padded(Image $image, float $step): self
    {
        $size = $image->size();
        $wide = new PixelSize($size->width + 2 * self::MARGIN, $size->height + 2 * self::MARGIN);

        return new self($image->embed(self::MARGIN, self::MARGIN, $wide, Extend::Copy)->copyToMemory(), $step);
    }
}
