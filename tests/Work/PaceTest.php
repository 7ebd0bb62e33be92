<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Pixels\Enlarger\DoublingPace;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\Sitting;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Press\Forecast;
use Symfony\Component\Filesystem\Filesystem;

/** How long work will take: told before it starts, by way, and learnt from this machine's own work. */
final class PaceTest extends ShopTestCase
{
    public function test_a_picture_is_enlarged_once_for_all_its_products_and_not_again_when_it_is_there(): void
    {
        $one = $this->seconds(['8x12']);
        $two = $this->seconds(['8x12', '8x10']);
        $batch = $this->ready(['8x12', '8x10'], 'lanczos');
        [, $plain] = $this->forecast($batch);
        self::assertGreaterThan(2 * $plain, $two, 'most of it is enlarging');
        self::assertLessThan(1.7 * $one, $two, 'which both share');

        $batch = $this->ready(['4x6'], 'faithful-quick');
        [$files, $before] = $this->forecast($batch);
        $this->press($batch);
        [, $after] = $this->forecast($this->again($batch));
        self::assertSame(1, $files);
        self::assertLessThan($before, $after, 'what was enlarged is kept');
    }

    public function test_a_networks_pace_is_learnt_and_newer_work_counts_for_more(): void
    {
        $pace = new DoublingPace($this->data);
        self::assertGreaterThan($pace->megapixelsPerSecond('faithful-1'), $pace->megapixelsPerSecond('quick-1'));
        self::assertLessThan($pace->megapixelsPerSecond('faithful-1'), $pace->megapixelsPerSecond('faithful-best-1'));
        $pace->learn('faithful-1', 10.0, 5.0);
        self::assertEqualsWithDelta(2.0, $pace->megapixelsPerSecond('faithful-1'), 1e-9);
        for ($i = 0; $i < 20; ++$i) {
            $pace->learn('faithful-1', 10.0, 10.0);
        }
        self::assertEqualsWithDelta(1.0, $pace->megapixelsPerSecond('faithful-1'), 0.01);
        file_put_contents($this->data.'/pace.json', 'half a fi');
        self::assertGreaterThan(0, $pace->megapixelsPerSecond('faithful-1'), 'a broken note is as none');
    }

    /** @param list<string> $products */
    private function seconds(array $products): float
    {
        return $this->forecast($this->ready($products, 'faithful'))[1];
    }

    /** @param list<string> $products */
    private function ready(array $products, string $way): Batch
    {
        (new Filesystem())->remove($this->data.'/enlarged');
        $batch = $this->batch($products);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $artwork->correctKind(Kind::Illustration);
        $artwork->remember(Sitting::PICTURE, (new FramingMemo())->withHow(WayChoice::ofCode($way)));

        return $batch;
    }

    /** @return array{int, float, int} */
    private function forecast(Batch $batch): array
    {
        $forecast = $this->service(Forecast::class);

        return $forecast->of($forecast->recipes($batch));
    }
}
