<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Pixels\Enlarger\UpscaleKernel;

/** Kernels hold their published values. */
final class UpscaleKernelTest extends TestCase
{
    /** @return iterable<string, array{UpscaleKernel, float, list<float>}> kernel, place, weights of the seven pixels round it */
    public static function values(): iterable
    {
        // Keys 1981, a = -1/2, half way: -1/16, 9/16, 9/16, -1/16.
        yield 'bicubic half way' => [UpscaleKernel::Bicubic, 0.5, [0, 0, -0.0625, 0.5625, 0.5625, -0.0625, 0]];
        yield 'bicubic on a pixel' => [UpscaleKernel::Bicubic, 0.0, [0, 0, 0, 1, 0, 0, 0]];
        // Mitchell & Netravali 1988, B = C = 1/3: 16/18 at 0 and 1/18 at 1; -5/144 at 1.5 and 77/144 at 0.5.
        yield 'Mitchell on a pixel' => [UpscaleKernel::Mitchell, 0.0, [0, 0, 1 / 18, 16 / 18, 1 / 18, 0, 0]];
        yield 'Mitchell half way' => [UpscaleKernel::Mitchell, 0.5, [0, 0, -5 / 144, 77 / 144, 77 / 144, -5 / 144, 0]];
        yield 'Lanczos on a pixel' => [UpscaleKernel::Lanczos, 0.0, [0, 0, 0, 1, 0, 0, 0]];
        // Three lobes half way: sinc(x) · sinc(x / 3) at 0.5, 1.5, 2.5 is 0.6079, -0.1351, 0.0243; normed to a sum of 1.
        yield 'Lanczos half way' => [UpscaleKernel::Lanczos, 0.5, [0, 0.02446, -0.13587, 0.61141, 0.61141, -0.13587, 0.02446]];
    }

    /** @param list<float> $wanted */
    #[DataProvider('values')]
    public function test_weights_are_the_published_ones(UpscaleKernel $kernel, float $place, array $wanted): void
    {
        foreach ($kernel->weights($place) as $i => $weight) {
            self::assertEqualsWithDelta($wanted[$i], $weight, 2e-5);
        }
    }

    public function test_weights_sum_to_one_and_mirror_each_other_everywhere(): void
    {
        foreach (UpscaleKernel::cases() as $kernel) {
            for ($place = -0.5; $place <= 0.5; $place += 0.0625) {
                $weights = $kernel->weights($place);
                self::assertEqualsWithDelta(1.0, array_sum($weights), 1e-12);
                foreach (array_reverse($kernel->weights(-$place)) as $i => $mirrored) {
                    self::assertEqualsWithDelta($weights[$i], $mirrored, 1e-12);
                }
            }
        }
    }
}
