<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** How like two pictures are, held against ImageMagick and against the formula's own simple cases. */
final class ImageSimilarityTest extends PixelTestCase
{
    public function test_the_same_picture_is_as_like_as_can_be(): void
    {
        $picture = $this->picture(new PixelSize(80, 60))->copyToMemory();
        $same = ImageSimilarity::between($picture, $picture);
        self::assertSame(\INF, $same->psnr);
        self::assertEqualsWithDelta(1.0, $same->ssim, 1e-6);
    }

    public function test_peak_signal_to_noise_is_what_imagemagick_measures(): void
    {
        $this->convert('one.png', '-size', '120x90', '-seed', '5', 'plasma:grey40-grey70', '-colorspace', 'Gray', '-depth', '8');
        $this->convert('other.png', 'one.png', '-attenuate', '0.4', '-seed', '9', '+noise', 'Gaussian', '-depth', '8');
        $load = fn (string $name): Image => Image::load('png', $this->folder.'/'.$name)->extractBands(0, 1);
        $grey = static fn (Image $image): Image => $image->join($image)->join($image)->withInterpretation(Interpretation::Srgb)->copyToMemory();
        // Without the 4 px of border that are left out.
        $this->tool('convert', 'one.png', '-shave', '4x4', '+repage', 'a.png');
        $this->tool('convert', 'other.png', '-shave', '4x4', '+repage', 'b.png');
        $process = new \Symfony\Component\Process\Process(['compare', '-metric', 'PSNR', 'a.png', 'b.png', 'null:'], $this->folder);
        $process->run();
        self::assertEqualsWithDelta((float) $process->getErrorOutput(), ImageSimilarity::between($grey($load('one.png')), $grey($load('other.png')))->psnr, 0.02);
    }

    public function test_squares_give_what_the_whole_gives(): void
    {
        $picture = $this->picture(new PixelSize(150, 110))->copyToMemory();
        $blurred = $picture->blur(1.2)->cast(BandFormat::Byte)->withInterpretation(Interpretation::Srgb)->copyToMemory();
        [$whole, $squares] = [ImageSimilarity::between($picture, $blurred, 1000), ImageSimilarity::between($picture, $blurred, 32)];
        self::assertEqualsWithDelta($whole->psnr, $squares->psnr, 1e-4);
        self::assertEqualsWithDelta($whole->ssim, $squares->ssim, 1e-5);
        self::assertEqualsWithDelta($whole->psnr, 10 * log10(255 ** 2 / ImageSimilarity::squares($picture, $blurred)), 1e-4);
    }

    public function test_two_even_greys_are_as_like_as_their_means(): void
    {
        $even = static fn (int $level): Image => Image::ofBytes(str_repeat(\chr($level), 3 * 40 * 40), new PixelSize(40, 40), 3)->copyToMemory();
        // Without structure the index is (2ab + C1) / (a² + b² + C1) (Wang and others 2004), C1 = (0.01 · 255)².
        $wanted = (2 * 100 * 150 + 2.55 ** 2) / (100 ** 2 + 150 ** 2 + 2.55 ** 2);
        $similarity = ImageSimilarity::between($even(100), $even(150));
        self::assertEqualsWithDelta($wanted, $similarity->ssim, 1e-4);
        self::assertEqualsWithDelta(10 * log10(255 ** 2 / 50 ** 2), $similarity->psnr, 1e-3);
    }

    public function test_what_is_blurred_is_less_like_than_what_is_a_little_lighter(): void
    {
        $picture = $this->picture(new PixelSize(120, 90))->copyToMemory();
        $blurred = ImageSimilarity::between($picture, $picture->blur(3)->copyToMemory());
        $lighter = ImageSimilarity::between($picture, $picture->linear(1.0, 6.0)->cast(BandFormat::Byte)->withInterpretation(Interpretation::Srgb));
        self::assertGreaterThan($blurred->ssim, $lighter->ssim);
    }
}
