<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Enlarger\UpscaleVerifier;
use Snugfit\Pixels\Onnx\BlockDifference;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** What is doubled is compared with its source: a good result passes at every size and depth, the smallest broken block does not. */
final class UpscaleVerifierTest extends PixelTestCase
{
    private const MARGIN = 6;

    public function test_the_difference_is_that_of_the_blocks_means(): void
    {
        mt_srand(11);
        $size = new PixelSize(40, 24);
        [$source, $made] = [self::noise($size), self::noise($size->times(2))];
        [$one, $other] = [self::means($source, $size, 8), self::means($made, $size->times(2), 16)];
        $most = max(0.0, ...array_map(static fn (float $a, float $b): float => abs($a - $b), $one, $other));
        self::assertGreaterThan(5.0, $most);
        [$before, $after] = [Image::ofBytes($source, $size, 3), Image::ofBytes($made, $size->times(2), 3)];
        self::assertEqualsWithDelta($most, (new BlockDifference())->between($before->samples(), $after->samples(), $size), 0.001);
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

    /** @return list<float> of every square and channel */
    private static function means(string $bytes, PixelSize $size, int $side): array
    {
        $sums = [];
        for ($i = 0; $i < 3 * $size->pixels(); ++$i) {
            [$x, $y] = [intdiv($i, 3) % $size->width, intdiv($i, 3 * $size->width)];
            $sums[intdiv($y, $side).':'.intdiv($x, $side).':'.$i % 3] = ($sums[intdiv($y, $side).':'.intdiv($x, $side).':'.$i % 3] ?? 0) + \ord($bytes[$i]) / $side ** 2;
        }

        return array_values($sums);
    }
}
