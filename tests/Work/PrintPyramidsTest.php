<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\FileStore;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Run\PrintPyramids;

/** Whole results as tiles: whole and exact when they are there, nothing of them when they were stopped. */
final class PrintPyramidsTest extends ShopTestCase
{
    public function test_tiles_hold_the_very_pixels_at_full_scale_and_half_of_them_below(): void
    {
        [$master, $recipe] = $this->order(400, 300, UpscaleMethod::Nearest);
        $wholes = $this->service(PrintPyramids::class);
        self::assertFalse($wholes->isThere($master, $recipe));
        self::assertNull($wholes->tile($master, $recipe, 10, 0, 0));
        self::assertGreaterThan(0.0, $wholes->expectedSeconds($master, $recipe));
        $states = iterator_to_array($wholes->make($master, $recipe), false);
        self::assertSame(['done' => 1.0], end($states));
        self::assertTrue($wholes->isThere($master, $recipe));
        self::assertSame(0.0, $wholes->expectedSeconds($master, $recipe));
        // 800 × 600 px in tiles of 512: two by two at scale 10, one at scale 9.
        self::assertSame(10, PrintPyramids::levels($recipe->enlarge->to));
        $source = $this->picture(400, 300)->copyToMemory();
        $tile = Image::load('png', $wholes->tile($master, $recipe, 10, 1, 1) ?? '');
        self::assertEquals(new PixelSize(288, 88), $tile->size());
        self::assertSame($source->crop(new PixelWindow(256, 256, 144, 44))->repeatPixels(2)->bytes(), $tile->bytes());
        self::assertEquals(new PixelSize(400, 300), Image::load('png', $wholes->tile($master, $recipe, 9, 0, 0) ?? '')->size());
        self::assertNull($wholes->tile($master, $recipe, 9, 1, 0));
        self::assertSame([['done' => 1.0]], iterator_to_array($wholes->make($master, $recipe), false), 'made once');
    }

    public function test_who_stops_listening_stops_the_work_and_leaves_nothing(): void
    {
        [$master, $recipe] = $this->order(900, 700, UpscaleMethod::Faithful);
        $wholes = $this->service(PrintPyramids::class);
        foreach ($wholes->make($master, $recipe) as $state) {
            self::assertLessThan(1.0, $state['done']);
            self::assertGreaterThan(0.0, $state['left'] ?? 0.0);
            break;
        }
        gc_collect_cycles();
        self::assertFalse($wholes->isThere($master, $recipe));
        self::assertSame([], glob($this->data.'/files/whole/*'));
    }

    public function test_what_cannot_be_made_is_told(): void
    {
        [$master, $recipe] = $this->order(40, 30, UpscaleMethod::Lanczos);
        chmod($this->service(FileStore::class)->path(FileStore::masterKey($master)), 0o644);
        file_put_contents($this->service(FileStore::class)->path(FileStore::masterKey($master)), 'spoilt');
        $states = iterator_to_array($this->service(PrintPyramids::class)->make($master, $recipe), false);
        self::assertNotSame('', end($states)['failed'] ?? '');
        self::assertSame([], glob($this->data.'/files/whole/*'));
    }

    public function test_only_the_last_ones_are_kept(): void
    {
        $store = $this->service(FileStore::class);
        foreach (range(1, 5) as $i) {
            $path = $store->path("whole/$i/tile.png");
            file_put_contents($path, 'x');
            touch(\dirname($path), time() - 100 * $i);
        }
        $store->clearBeyond('whole', 2);
        self::assertSame(['1', '2'], array_map(basename(...), glob($this->data.'/files/whole/*') ?: []));
    }

    /** @return array{string, Recipe} a master and how to print it twice as large */
    private function order(int $width, int $height, UpscaleMethod $way): array
    {
        $artwork = $this->give($this->batch(), 'a.png', $width, $height);
        $size = new PixelSize($width, $height);

        return [$artwork->master(), new Recipe(new Frame($size, PixelWindow::whole($size)), new Enlarge(new UpscaleSettings($way), $size->times(2)), new Write(FileFormat::Png, Ppi::of(300), 8, false))];
    }
}
