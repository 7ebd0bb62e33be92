<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleVerifier;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** What is doubled is compared with its source: a good result passes at every size and depth, what is broken does not. */
final class UpscaleVerifierTest extends PixelTestCase
{
    private const MARGIN = 6;

    /** @return iterable<string, array{\Closure(Image): Image, string}> what is done to a good result, what is said */
    public static function faults(): iterable
    {
        $levels = static fn (Image $made, float $red, float $green, float $blue): Image => Image::joined([
            $made->extractBands(0, 1)->linear(1.0, $red), $made->extractBands(1, 1)->linear(1.0, $green), $made->extractBands(2, 1)->linear(1.0, $blue),
        ])->roundTo(BandFormat::Byte)->withInterpretation(Interpretation::Srgb)->copyToMemory();
        $part = static fn (Image $made, PixelWindow $window): Image => $made->crop($window);
        $size = new PixelSize(256, 256);
        yield 'red is three levels up' => [static fn (Image $made): Image => $levels($made, 3, 0, 0), 'its colours'];
        yield 'green is three levels down' => [static fn (Image $made): Image => $levels($made, 0, -3, 0), 'its colours'];
        yield 'half of it is three levels down' => [static fn (Image $made): Image => $made->insert($levels($part($made, new PixelWindow(0, 0, 128, 256)), -3, -3, -3), 0, 0), 'its colours'];
        yield 'red and blue are swapped' => [static fn (Image $made): Image => Image::joined([$made->extractBands(2, 1), $made->extractBands(1, 1), $made->extractBands(0, 1)])->withInterpretation(Interpretation::Srgb)->copyToMemory(), 'another'];
        yield 'one of its pixels to the right' => [static fn (Image $made): Image => $part($made, new PixelWindow(0, 0, 255, 256))->embed(1, 0, $size, Extend::Copy)->copyToMemory(), 'is'];
        yield 'two of its pixels down' => [static fn (Image $made): Image => $part($made, new PixelWindow(0, 0, 256, 254))->embed(0, 2, $size, Extend::Copy)->copyToMemory(), 'is'];
        yield 'another piece' => [static fn (Image $made): Image => $made->insert($part($made, new PixelWindow(0, 0, 128, 128))->copyToMemory(), 128, 128), 'another'];
        yield 'a seam' => [static fn (Image $made): Image => $made->insert($levels($part($made, new PixelWindow(120, 0, 2, 256)), -24, -24, -24), 120, 0), 'a line'];
    }

    /** @param \Closure(Image): Image $fault */
    #[DataProvider('faults')]
    public function test_what_is_broken_is_told(\Closure $fault, string $told): void
    {
        [$piece, $made] = $this->doubled();
        self::assertSame($made, UpscaleVerifier::checked($piece, $made, self::MARGIN));
        $this->expectException(BrokenUpscale::class);
        $this->expectExceptionMessageMatches('/'.$told.'/');
        UpscaleVerifier::checked($piece, $fault($made), self::MARGIN);
    }

    /** @param \Closure(Image): Image $fault */
    #[DataProvider('faults')]
    public function test_so_it_is_of_what_is_made_four_times_as_large_at_once(\Closure $fault, string $told): void
    {
        [$piece, $made] = $this->doubled(2);
        self::assertSame($made, UpscaleVerifier::checked($piece, $made, self::MARGIN));
        // The same fault, seen at half the size.
        $broken = $fault($made->blockMeans(2)->copyToMemory())->repeatPixels(2)->copyToMemory();
        $this->expectException(BrokenUpscale::class);
        $this->expectExceptionMessageMatches('/'.$told.'/');
        UpscaleVerifier::checked($piece, $broken, self::MARGIN);
    }

    /** @return array{Image, Image} a piece with its margin, plain and busy, and what drawn makes of it, or faithful four times as large */
    private function doubled(int $times = 1): array
    {
        $drawing = '<rect width="128" height="128" fill="#d8c8a0"/><path d="M0 90q30-40 64-10t64-20v68h-128z" fill="#4a7a50"/><circle cx="38" cy="36" r="20" fill="#b23a2a"/><text x="60" y="40" font-family="DejaVu Sans" font-size="15" fill="#203060">Fog Bell</text>';
        file_put_contents($this->folder.'/d.svg', \sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="128" height="128">%s</svg>', $drawing));
        $this->tool('rsvg-convert', '-o', 'd.png', 'd.svg');
        $inner = Master::open($this->folder.'/d.png')->picture()->extractBands(0, 3)->withInterpretation(Interpretation::Srgb)->copyToMemory();
        $way = 1 === $times ? UpscaleMethod::Drawn : UpscaleMethod::Faithful;
        $upscaler = (new NetworkUpscaler(new UpscaleSettings($way)))->first($times);
        $wide = static fn (int $margin): Image => $inner->embed($margin, $margin, new PixelSize(128 + 2 * $margin, 128 + 2 * $margin), Extend::Copy)->copyToMemory();

        return [$wide(self::MARGIN), $upscaler->enlarge($wide($upscaler->margin()))->copied()];
    }

    /** @return iterable<string, array{PixelSize, BandFormat}> */
    public static function pieces(): iterable
    {
        foreach ([new PixelSize(1, 1), new PixelSize(5, 3), new PixelSize(64, 64), new PixelSize(61, 43), new PixelSize(256, 7)] as $size) {
            yield \sprintf('%d × %d px, 8 bits', $size->width, $size->height) => [$size, BandFormat::Byte];
            yield \sprintf('%d × %d px, 16 bits', $size->width, $size->height) => [$size, BandFormat::Short];
        }
    }

    #[DataProvider('pieces')]
    public function test_a_good_result_passes_and_one_with_a_broken_corner_does_not(PixelSize $size, BandFormat $format): void
    {
        mt_srand(12);
        $inner = Image::ofBytes(self::noise($size), $size, 3)->linear(0.5, 100.0)->cast(BandFormat::Byte)->withInterpretation(Interpretation::Srgb);
        $inner = BandFormat::Byte === $format ? $inner->copyToMemory() : $inner->rescaleTo($format)->withInterpretation(Interpretation::Rgb16)->copyToMemory();
        $piece = $inner->embed(self::MARGIN, self::MARGIN, new PixelSize($size->width + 2 * self::MARGIN, $size->height + 2 * self::MARGIN), Extend::Copy);
        $good = $inner->repeatPixels(2)->copyToMemory();
        self::assertSame($good, UpscaleVerifier::checked($piece, $good, self::MARGIN));

        [$width, $height] = [min(8, $size->width), min(8, $size->height)];
        $hole = $good->crop(new PixelWindow(0, 0, 2 * $width, 2 * $height))->linear(0.0, 0.0)->cast($format)->withInterpretation($inner->interpretation());
        $broken = $good->insert($hole, 2 * ($size->width - $width), 2 * ($size->height - $height));
        $this->expectException(BrokenUpscale::class);
        UpscaleVerifier::checked($piece, $broken, self::MARGIN);
    }

    private static function noise(PixelSize $size): string
    {
        return implode('', array_map(static fn (): string => \chr(mt_rand(0, 255)), range(1, 3 * $size->pixels())));
    }
}
