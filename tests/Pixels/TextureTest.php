<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** The way that gives texture: where there is some, as strong as asked for, moving nothing else. */
final class TextureTest extends PixelTestCase
{
    public function test_texture_is_as_strong_as_the_truth_s_where_faithful_is_smooth(): void
    {
        // Fine and coarse change in all directions, as stone or cloth has it.
        $truth = $this->load('truth.png', '-size', '512x512', 'xc:gray50', '-seed', '5', '-attenuate', '1.6', '+noise', 'gaussian', '-colorspace', 'gray', '-blur', '0x1.1', '-normalize', '-sigmoidal-contrast', '0', '-level', '-25%,125%', '-define', 'png:color-type=2', '-depth', '8');
        $small = $this->load('small.png', 'truth.png', '-filter', 'catrom', '-resize', '25%', '-define', 'png:color-type=2', '-depth', '8');
        [$faithful, $half, $all] = array_map(fn (string $code): float => $this->fine($this->enlarged($small, $code, 2)), ['faithful', 'textured-60', 'textured']);
        $true = $this->fine($truth);
        self::assertLessThan(0.5 * $true, $faithful);
        self::assertGreaterThan(0.7 * $true, $all, 'half of the energy at least');
        self::assertLessThan(2 * $true, $all);
        self::assertLessThan(1.3 * $true, $half);
        self::assertTrue($faithful < $half && $half < $all);
    }

    public function test_no_colour_and_no_shape_moves(): void
    {
        $picture = $this->load('grain.png', '-size', '160x120', 'plasma:#305040-#a08060', '-seed', '3', '-attenuate', '0.5', '+noise', 'gaussian', '-depth', '8');
        [$faithful, $textured] = [$this->enlarged($picture, 'faithful', 1), $this->enlarged($picture, 'textured', 1)];
        $apart = $textured->cast(BandFormat::Float)->minus($faithful->cast(BandFormat::Float));
        self::assertGreaterThan(2.0, sqrt($apart->multipliedBy($apart)->average()), 'there is texture');
        // A texture's mean over any two by two pixels is nothing, but for rounding and for what is cut off at black and white.
        $again = $textured->resize($picture->size(), \Snugfit\Pixels\Vips\Kernel::Linear)->cast(BandFormat::Float)->minus($faithful->resize($picture->size(), \Snugfit\Pixels\Vips\Kernel::Linear)->cast(BandFormat::Float));
        self::assertLessThan(0.3, abs($again->average()));
        self::assertLessThan(2.0, sqrt($again->multipliedBy($again)->average()));
    }

    public function test_flat_areas_lines_letters_and_skies_are_faithful_s(): void
    {
        $drawn = $this->load('drawn.png', '-size', '240x160', 'xc:#f4efe2', '-fill', '#1e2b2f', '-font', 'DejaVu-Sans', '-pointsize', '34', '-annotate', '+16+60', 'Fog bell', '-stroke', '#b5402a', '-draw', 'line 10,100 230,140', '-depth', '8');
        $sky = $this->load('sky.png', '-size', '240x160', 'gradient:#4a6fa5-#dde6f0', '-seed', '2', '-attenuate', '0.02', '+noise', 'gaussian', '-depth', '8');
        foreach ([$drawn, $sky] as $picture) {
            // At none of it, faithful's doublings.
            $apart = $this->enlarged($picture, 'textured', 2)->cast(BandFormat::Float)->minus($this->enlarged($picture, 'textured-0', 2)->cast(BandFormat::Float));
            // Between letters that nearly touch there is change all over: by a tenth of a level at most, on the mean.
            self::assertLessThan($picture === $sky ? 1e-9 : 0.01, $apart->multipliedBy($apart)->average());
        }
    }

    public function test_the_same_picture_gives_the_same_however_it_is_cut_and_none_of_it_is_faithful(): void
    {
        $picture = $this->load('grain.png', '-size', '300x280', 'plasma:navy-orange', '-seed', '4', '-attenuate', '0.4', '+noise', 'gaussian', '-depth', '8');
        $whole = $this->enlarged($picture, 'textured-60', 1);
        foreach ([new PixelWindow(230, 240, 40, 40), new PixelWindow(0, 0, 11, 7), new PixelWindow(255, 3, 45, 60)] as $i => $part) {
            $upscale = UpscaleSettings::ofCode('textured-60') ?? throw new \LogicException();
            $made = (new UpscaleTileCache($this->folder.'/part'.$i))->once($picture, 'p', new NetworkUpscaler($upscale), 1, $part);
            self::assertSame(md5($whole->crop($part->times(2))->bytes()), md5($made->crop($part->times(2))->bytes()));
        }
        self::assertSame(md5($this->enlarged($picture, 'faithful', 1)->bytes()), md5($this->enlarged($picture, 'textured-0', 1)->bytes()));
    }

    public function test_sixteen_bits_have_the_same_texture_and_transparency_has_none(): void
    {
        $picture = $this->load('grain.png', '-size', '120x90', 'plasma:navy-orange', '-seed', '4', '-attenuate', '0.4', '+noise', 'gaussian', '-depth', '8');
        $deep = $picture->linear(257.0, 0.0)->roundTo(BandFormat::Short)->withInterpretation(Interpretation::Rgb16)->copyToMemory();
        $apart = $this->enlarged($deep, 'textured', 1)->cast(BandFormat::Float)->linear(1 / 257, 0.0)->minus($this->enlarged($picture, 'textured', 1)->cast(BandFormat::Float));
        self::assertLessThan(0.6, sqrt($apart->multipliedBy($apart)->average()));

        $grey = $picture->extractBands(0, 1);
        $see = $picture->join($grey)->withInterpretation(Interpretation::Srgb)->copyToMemory();
        $alpha = fn (string $code): string => $this->enlarged($see, $code, 1)->extractBands(3, 1)->copyToMemory()->bytes();
        self::assertSame(md5($alpha('faithful')), md5($alpha('textured')));
    }

    private function load(string $name, string ...$how): Image
    {
        return Image::load('png', $this->convert($name, ...$how))->extractBands(0, 3)->copyToMemory();
    }

    private function enlarged(Image $picture, string $code, int $times): Image
    {
        $upscale = UpscaleSettings::ofCode($code) ?? throw new \LogicException($code);

        return (new UpscaleTileCache($this->folder.'/'.bin2hex(random_bytes(4))))
            ->doubled($picture, 'p', new NetworkUpscaler($upscale), $times, PixelWindow::whole($picture->size()))
            ->copyToMemory();
    }

    /** Deviation of what is finer than a quarter of its pixels could hold. */
    private function fine(Image $picture): float
    {
        $grey = $picture->extractBands(1, 1)->cast(BandFormat::Float);
        $size = $picture->size();
        $coarse = $grey->resize(new PixelSize(intdiv($size->width, 4), intdiv($size->height, 4)), \Snugfit\Pixels\Vips\Kernel::Lanczos)->resize($size, \Snugfit\Pixels\Vips\Kernel::Lanczos);
        $fine = $grey->minus($coarse);

        return sqrt($fine->multipliedBy($fine)->average());
    }
}
