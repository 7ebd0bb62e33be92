<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Scene\KeptPrint;
use Snugfit\Pixels\Scene\PreviewMaker;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;

final class KeptPrintTest extends PixelTestCase
{
    public function test_the_next_scene_goes_by_what_was_kept_and_asks_no_more_for_the_master(): void
    {
        $master = Master::open($this->master());
        $kept = $this->folder.'/print.v';
        $asked = 0;
        $sofa = $this->preview('sofa', static function () use ($master, &$asked): Master {
            ++$asked;

            return $master;
        }, $kept);
        self::assertSame(1, $asked);
        self::assertSame(800, Image::load('vips', $kept)->size()->longSide());

        $never = static fn (): Master => self::fail('the master was asked for');
        self::assertLessThan(0.01, self::difference($sofa, $this->preview('sofa', $never, $kept)));
        // Another scene, beside one whose print was made for it alone: a level or two where kernels see other pixels.
        $hall = $this->preview('hall', $never, $kept);
        self::assertLessThan(0.2, self::difference($this->preview('hall', static fn (): Master => $master, null), $hall));
        self::assertGreaterThan(5.0, self::difference($sofa, $hall), 'another scene looks otherwise');
    }

    public function test_it_is_named_by_all_that_it_shows(): void
    {
        $recipe = $this->cropped(new PixelWindow(0, 0, 900, 600));
        $key = KeptPrint::key('a', $recipe, false, 500);
        self::assertSame($key, KeptPrint::key('a', $recipe, false, 700), 'both go by 800 px');
        $others = [
            KeptPrint::key('b', $recipe, false, 500),
            KeptPrint::key('a', $recipe, true, 500),
            KeptPrint::key('a', $recipe, false, 801),
            KeptPrint::key('a', $this->cropped(new PixelWindow(0, 0, 750, 500)), false, 500),
        ];
        self::assertCount(5, array_unique([$key, ...$others]));
        self::assertSame([800, 800, 1600, 3200, 3300], array_map(KeptPrint::side(...), [1, 800, 801, 3200, 3300]));
    }

    /** @param \Closure(): Master $master */
    private function preview(string $scene, \Closure $master, ?string $kept): Image
    {
        return (new PreviewMaker(new PrintRenderer($this->folder)))->ofRecipe(
            (new SceneShelf())->of($scene),
            $master,
            $this->cropped(new PixelWindow(0, 0, 900, 600)),
            new PrintBody(PrintSize::millimetres(600, 400), Bleed::none()),
            new SceneLook(),
            1000,
            $kept,
        )->copyToMemory();
    }

    private function cropped(PixelWindow $crop): Recipe
    {
        return $this->recipe($this->read($this->master()), new PixelSize(3600, 2400), FileFormat::Jpeg, 150, $crop);
    }

    private function master(): string
    {
        $path = $this->folder.'/m.png';

        return is_file($path) ? $path : $this->convert('m.png', '-size', '900x600', 'gradient:#204060-#f0d0a0', '-depth', '8');
    }

    /** Root of the mean square, in levels. */
    private static function difference(Image $one, Image $other): float
    {
        $off = $one->minus($other);

        return sqrt($off->multipliedBy($off)->average());
    }
}
