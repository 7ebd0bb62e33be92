<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Product;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\UnreadableMeasure;
use Snugfit\Core\Product\FreeSize;
use Snugfit\Core\Product\Product;

final class FreeSizeTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> picture, size, pixels; the first four are check values, common practice */
    public static function sizes(): iterable
    {
        yield 'doubled each way' => ['8192x5467', '200%', '16384x10934'];
        yield 'short side to 3000' => ['512x768', 'short 3000px', '3000x4500'];
        yield 'a copy for projection' => ['6000x4000', 'long 1400px', '1400x933'];
        yield 'a copy for the web' => ['4000x6000', 'long edge 1024 px', '683x1024'];
        yield 'ten inches on the short side' => ['3000x2000', 'short 10in', '4500x3000'];
        yield 'twenty centimetres wide' => ['3000x2000', 'width 20 cm', '2362x1575'];
        yield 'so many high' => ['3000x2000', 'height 500px', '750x500'];
        yield 'twelve megapixels' => ['3000x2000', '12MP', '4243x2828'];
        yield 'half as large' => ['3001x2001', '50 %', '1501x1001'];
        yield 'a ribbon is never nothing' => ['9000x2', 'long 100px', '100x1'];
    }

    #[DataProvider('sizes')]
    public function test_a_picture_keeps_its_proportions(string $picture, string $size, string $pixels): void
    {
        $placement = (new PlacementPlanner())->plan(new Artwork(PixelSize::parse($picture)), Product::free('x', 'x', FreeSize::parse($size), Ppi::of(300), Ppi::of(240)), new PlacementRequest(limit: 16));
        self::assertSame([1.0, 0, 0], [$placement->keptShare, $placement->crop->x, $placement->crop->y]);
        self::assertEquals(PixelSize::parse($pixels), $placement->product->printArea()->pixelsAt(Ppi::of(300)));
        if (null !== $placement->output) {
            self::assertEquals(PixelSize::parse($pixels), $placement->output->size);
        }
    }

    public function test_it_reads_what_it_writes(): void
    {
        foreach (['long 6000 px', 'short 254 mm', 'width 3000 px', 'height 90 mm', '12.5 MP', '150%'] as $text) {
            self::assertSame($text, (string) FreeSize::parse($text));
            self::assertTrue(FreeSize::isMeant($text));
        }
        self::assertFalse(FreeSize::isMeant('20x30in'));
    }

    public function test_nonsense_is_told(): void
    {
        foreach (['long', 'long -5px', 'long 0px', 'deep 30px', '0%', '-3MP', 'long 9999999px', 'short 10 furlongs'] as $text) {
            try {
                FreeSize::parse($text);
                self::fail("\"$text\" was taken for a size.");
            } catch (UnreadableMeasure $e) {
                self::assertStringContainsString('"', $e->getMessage());
            }
        }
    }
}
