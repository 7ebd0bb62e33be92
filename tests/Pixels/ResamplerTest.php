<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\TransformedCropper;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Pixels\Zimg\StripScaler;
use Symfony\Component\Process\Process;

/** Every way of resampling puts things where they were, by the kernel that it says. */
final class ResamplerTest extends PixelTestCase
{
    private const FACTORS = [0.37, 1.04, 1.5, 2.0, 2.5, 4.0, 7.3, 8.0];

    /** @return iterable<string, array{UpscaleMethod, float}> */
    public static function ways(): iterable
    {
        foreach ([UpscaleMethod::Lanczos, UpscaleMethod::Mitchell, UpscaleMethod::Faithful, UpscaleMethod::Nearest] as $method) {
            foreach (self::FACTORS as $factor) {
                yield \sprintf('%s ×%.2f', $method->value, $factor) => [$method, $factor];
            }
        }
    }

    #[DataProvider('ways')]
    public function test_a_disc_stays_where_it_is_to_a_fiftieth_of_a_pixel(UpscaleMethod $method, float $factor): void
    {
        $made = (new Resampler())->resample($this->disc(80, 37.3, 43.9), new PixelSize((int) round(80 * $factor), (int) round(80 * $factor)), $method);
        [$x, $y] = $this->centroid($made);
        self::assertEqualsWithDelta(37.3 * $made->size()->width / 80, $x, 0.02);
        self::assertEqualsWithDelta(43.9 * $made->size()->height / 80, $y, 0.02);
    }

    /** @return iterable<string, array{ImageTransform}> */
    public static function transforms(): iterable
    {
        foreach (QuarterTurn::cases() as $turn) {
            foreach ([0.0, 7.0, -3.5] as $tilt) {
                yield \sprintf('turned by %d, tilted by %.1f', $turn->value, $tilt) => [new ImageTransform($turn, false, $tilt)];
            }
        }
    }

    #[DataProvider('transforms')]
    public function test_a_disc_stays_where_it_is_when_it_is_turned_and_tilted(ImageTransform $transform): void
    {
        $window = new PixelWindow(12, 9, 60, 62);
        $cut = TransformedCropper::cut($this->disc(80, 37.3, 43.9), $transform, $window);
        $made = (new Resampler())->resample($cut, new PixelSize(150, 155), UpscaleMethod::Lanczos);
        // Where the disc's middle lies after the quarter turns, and from the window's middle, round which it is tilted.
        [$x, $y] = match ($transform->turn) {
            QuarterTurn::None => [37.3, 43.9],
            QuarterTurn::Right => [80 - 43.9, 37.3],
            QuarterTurn::Half => [80 - 37.3, 80 - 43.9],
            QuarterTurn::Left => [43.9, 80 - 37.3],
        };
        [$dx, $dy] = [$x - $window->centreX(), $y - $window->centreY()];
        [$cos, $sin] = [cos(deg2rad($transform->tilt)), sin(deg2rad($transform->tilt))];
        [$x, $y] = $this->centroid($made);
        self::assertEqualsWithDelta(2.5 * (30 + $cos * $dx - $sin * $dy), $x, 0.02);
        self::assertEqualsWithDelta(2.5 * (31 + $sin * $dx + $cos * $dy), $y, 0.02);
    }

    public function test_sides_may_grow_by_different_factors(): void
    {
        [$x, $y] = $this->centroid((new Resampler())->resample($this->disc(80, 37.3, 43.9), new PixelSize(100, 200), UpscaleMethod::Lanczos));
        self::assertEqualsWithDelta(37.3 * 1.25, $x, 0.02);
        self::assertEqualsWithDelta(43.9 * 2.5, $y, 0.02);
    }

    /**
     * What one point becomes at eight times the size is the kernel itself, at sixteenths.
     *
     * @return iterable<string, array{ScalingFilter, array<int, float>}> value by the distance in pixels of the result, from half a one
     */
    public static function kernels(): iterable
    {
        // Keys 1981, a = -1/2: (1.5 x³ - 2.5 x² + 1) at 1/16, (-0.5 x³ + 2.5 x² - 4 x + 2) at 17/16.
        yield 'bicubic' => [ScalingFilter::Bicubic, [0 => 0.990601, 8 => -0.027466]];
        // Mitchell & Netravali 1988, B = C = 1/3: (21 x³ - 36 x² + 16) / 18 at 1/16, (-7 x³ + 36 x² - 60 x + 32) / 18 at 17/16.
        yield 'Mitchell' => [ScalingFilter::Mitchell, [0 => 0.881361, 8 => 0.027385]];
        // Three lobes: sinc(x) · sinc(x / 3) at 1/16 and 17/16; zimg norms the weights of each pixel to a sum of 1.
        yield 'Lanczos' => [ScalingFilter::Lanczos, [0 => 0.992868, 8 => -0.046995]];
        yield 'linear' => [ScalingFilter::Linear, [0 => 15 / 16, 8 => 0.0]];
    }

    /** @param array<int, float> $values */
    #[DataProvider('kernels')]
    public function test_kernels_have_their_published_values(ScalingFilter $filter, array $values): void
    {
        $floats = array_fill(0, 15 * 15, 0.0);
        for ($y = 0; $y < 15; ++$y) {
            $floats[15 * $y + 7] = 1.0;
        }
        $column = Image::ofBytes(pack('g*', ...$floats), new PixelSize(15, 15), 1, Interpretation::BlackAndWhite, BandFormat::Float);
        $row = \array_slice(StripScaler::scale($column, new PixelSize(120, 120), $filter)->values(), 60 * 120, 120);
        foreach ($values as $distance => $value) {
            self::assertEqualsWithDelta($value, $row[60 + $distance], 0.002);
            self::assertEqualsWithDelta($value, $row[59 - $distance], 0.002);
        }
    }

    /** @return iterable<string, array{ScalingFilter, string, PixelSize}> filter, Pillow's name for it, size wanted */
    public static function pillow(): iterable
    {
        foreach (['LANCZOS' => ScalingFilter::Lanczos, 'BICUBIC' => ScalingFilter::Bicubic, 'BILINEAR' => ScalingFilter::Linear] as $name => $filter) {
            yield $name.', larger' => [$filter, $name, new PixelSize(517, 391)];
            yield $name.', smaller' => [$filter, $name, new PixelSize(77, 60)];
        }
    }

    /** Pillow (HPND licence) resamples by its own code; edges, which it treats otherwise, are left out. */
    #[DataProvider('pillow')]
    public function test_pillow_makes_the_same_to_a_level(ScalingFilter $filter, string $name, PixelSize $to): void
    {
        $picture = $this->detailed(200, 150);
        $picture->save('png', $this->folder.'/p.png', []);
        $script = 'import sys; from PIL import Image; sys.stdout.buffer.write(Image.open(sys.argv[1]).convert("RGB").resize((%d, %d), Image.%s).tobytes())';
        $process = new Process(['/usr/bin/python3', '-c', \sprintf($script, $to->width, $to->height, $name), $this->folder.'/p.png']);
        $theirs = $process->mustRun()->getOutput();
        $ours = StripScaler::scale($picture, $to, $filter)->bytes();
        self::assertSame(\strlen($theirs), \strlen($ours));
        $most = 0;
        $margin = (int) ceil(4 * max(1, $to->width / 200));
        for ($y = $margin; $y < $to->height - $margin; ++$y) {
            for ($at = 3 * ($y * $to->width + $margin), $end = 3 * (($y + 1) * $to->width - $margin); $at < $end; ++$at) {
                $most = max($most, abs(\ord($theirs[$at]) - \ord($ours[$at])));
            }
        }
        self::assertLessThanOrEqual(1, $most);
    }

    public function test_a_part_has_the_pixels_of_the_whole(): void
    {
        $picture = $this->detailed(400, 300);
        foreach ([[1100, 825], [130, 98]] as [$width, $height]) {
            [$to, $window] = [new PixelSize($width, $height), new PixelWindow(31, 47, 60, 41)];
            foreach ([UpscaleMethod::Lanczos, UpscaleMethod::Mitchell] as $method) {
                $whole = (new Resampler())->resample($picture, $to, $method);
                $part = (new Resampler())->resample($picture, $to, $method, $window);
                self::assertTrue($part->size()->equals($to));
                self::assertLessThanOrEqual(1, $this->farthest($whole->crop($window)->bytes(), $part->crop($window)->bytes()));
            }
        }
    }

    /** Larger than what is kept in memory: strips meet without a seam, and come back from a file. */
    public function test_a_large_result_is_that_of_its_parts(): void
    {
        $picture = $this->detailed(400, 300);
        $to = new PixelSize(4000, 3000);
        $whole = StripScaler::scale($picture, $to, ScalingFilter::Lanczos);
        for ($y = 0; $y < 3000; $y += 373) {
            $window = new PixelWindow(1900, $y, 200, min(373, 3000 - $y));
            $part = StripScaler::scale($picture, $to, ScalingFilter::Lanczos, null, $window);
            self::assertLessThanOrEqual(1, $this->farthest($whole->crop($window)->bytes(), $part->crop($window)->bytes()));
        }
    }

    public function test_invisible_pixels_lend_no_colour_to_edges(): void
    {
        $half = str_repeat(str_repeat("\x20\x40\x60\xFF", 10).str_repeat("\xFF\x00\x00\x00", 10), 20);
        $picture = Image::ofBytes($half, new PixelSize(20, 20), 4);
        foreach ([[50, 50], [9, 9]] as [$width, $height]) {
            $made = (new Resampler())->resample($picture, new PixelSize($width, $height), UpscaleMethod::Mitchell);
            $seen = 0;
            foreach (str_split($made->bytes(), 4) as $pixel) {
                if (\ord($pixel[3]) > 20) {
                    ++$seen;
                    self::assertEqualsWithDelta(0x20, \ord($pixel[0]), 6);
                    self::assertEqualsWithDelta(0x60, \ord($pixel[2]), 6);
                }
            }
            self::assertGreaterThan($width * $height / 3, $seen);
        }
    }

    public function test_sixteen_bits_stay_sixteen(): void
    {
        $fine = $this->detailed(60, 60)->rescaleTo(BandFormat::Short)->linear(1.0, 77.0)->roundTo(BandFormat::Short)->withInterpretation(Interpretation::Rgb16);
        foreach ([150, 25] as $side) {
            $made = (new Resampler())->resample($fine, new PixelSize($side, $side), UpscaleMethod::Lanczos);
            self::assertSame([BandFormat::Short, Interpretation::Rgb16], [$made->format(), $made->interpretation()]);
            self::assertGreaterThan(300, \count(array_unique($made->values())), 'more values than eight bits have');
        }
    }

    public function test_fine_stripes_get_no_darker_when_they_are_averaged(): void
    {
        $stripes = Image::ofBytes(str_repeat(str_repeat("\0\0\0\xFF\xFF\xFF", 50), 100), new PixelSize(100, 100), 3);
        $made = (new Resampler())->reduce($stripes, new PixelSize(10, 10));
        // Half of the light is 188 of 255 in sRGB (IEC 61966-2-1).
        self::assertEqualsWithDelta(188, \ord($made->bytes()[3 * 55]), 1.5);
    }

    /** As a photograph is: detail of all sizes in three bands that differ. */
    private function detailed(int $width, int $height): Image
    {
        $noise = Image::noise(new PixelSize($width, $height), 11)->blurExactly(0.8)->linear(60.0, 128.0);
        $other = Image::noise(new PixelSize($width, $height), 12)->blurExactly(4.0)->linear(200.0, 110.0);

        return $noise->join($other)->join($noise->linear(-0.6, 190.0))->roundTo(BandFormat::Byte)
            ->withInterpretation(Interpretation::Srgb)->copyToMemory();
    }

    private function farthest(string $a, string $b): int
    {
        self::assertSame(\strlen($a), \strlen($b));
        $most = 0;
        foreach (str_split($a) as $i => $byte) {
            $most = max($most, abs(\ord($byte) - \ord($b[$i])));
        }

        return $most;
    }
}
