<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;
use Snugfit\Pixels\Enlarger\UpscaleThroughput;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Folder\FolderProgressEstimator;
use Snugfit\Work\Folder\WantedFile;
use Snugfit\Work\Run\DurationEstimator;
use Symfony\Component\Filesystem\Filesystem;

/** How long work will take: told before it starts, by way, and learnt from this machine's own work. */
final class DurationEstimatorTest extends ShopTestCase
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

    public function test_grain_makes_larger_files_and_how_much_larger_is_learnt_apart(): void
    {
        $batch = $this->ready(['4x6'], 'lanczos');
        [, , $plain] = $this->forecast($batch);
        $artwork = $batch->artworks()[0];
        $artwork->settle($artwork->settings()->finishedBy(FinishSettings::fromRecord(JsonReader::of(['grain' => ['amount' => 5, 'size' => '0.2mm']], 'a finish'))));
        [, , $before] = $this->forecast($batch);
        self::assertGreaterThan(2 * $plain, $before);
        $this->press($batch);
        $made = array_values($this->deliveries()->latest($this->again($batch)))[0];
        self::assertEqualsWithDelta($made->found()?->bytes, $this->bytes($this->again($batch)), 1.0);
        $artwork = $this->again($batch)->artworks()[0];
        $artwork->settle($artwork->settings()->finishedBy(new FinishSettings()));
        self::assertSame($plain, $this->bytes($artwork->batch()), 'grain taught nothing about files without');
    }

    public function test_parts_that_go_another_way_are_counted_too(): void
    {
        $batch = $this->ready(['8x12'], 'faithful');
        [, $plain] = $this->forecast($batch);
        $artwork = $batch->artworks()[0];
        $area = new UpscaleRegion(new UpscaleSettings(UpscaleMethod::Drawn), new PaintedMask([new BrushStroke([[0.5, 0.5]], 0.2)]));
        $artwork->settle($artwork->settings()->enlargedIn($area));
        [, $parted] = $this->forecast($batch);
        self::assertGreaterThan(1.6 * $plain, $parted, 'two networks go over it');
    }

    public function test_a_folders_share_counts_what_files_have_in_common_once_and_ends_at_all_of_it(): void
    {
        $picture = new PixelSize(400, 400);
        $recipe = static fn (int $side): Recipe => new Recipe(new Frame($picture, PixelWindow::whole($picture)), new Enlarge(new UpscaleSettings(UpscaleMethod::Faithful), new PixelSize($side, $side)), new Write(FileFormat::Png, Ppi::of(300), 8, false));
        $files = [];
        foreach ([790, 800] as $i => $side) {
            $placement = (new PlacementPlanner())->plan(new Artwork($picture, Kind::Photo, false), Catalogue::standard()->product('5x5'), PlacementRequest::none());
            $files[] = new WantedFile($i, ManifestEntry::wanted('a.png', str_repeat('ab', 32), $placement, null), '/a.png', $recipe($side), null, 'a.png');
        }
        $tileCache = new UpscaleTileCache($this->data.'/enlarged');
        (new Filesystem())->mkdir($this->data.'/enlarged');
        $tileCache->pace()->learn((new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful)))->name(), 1.0, 1.0);
        $share = new FolderProgressEstimator($files, new UpscaleEstimator($tileCache));
        $share->begin($files[0]);
        self::assertSame(0.0, $share->done());
        $share->enlarged($files[0], 0.5);
        $half = $share->done();
        $share->enlarged($files[0], 1.0);
        self::assertEqualsWithDelta(2 * $half, $share->done(), 1e-9);
        self::assertGreaterThan(0.4, $share->done(), 'enlarging is most of it, and both share it');
        $share->end($files[0]);
        $share->begin($files[1]);
        self::assertLessThan(1.0, $share->done());
        $share->end($files[1]);
        self::assertEqualsWithDelta(1.0, $share->done(), 1e-9);
    }

    public function test_a_networks_pace_is_learnt_and_newer_work_counts_for_more(): void
    {
        $durations = new UpscaleThroughput($this->data);
        self::assertGreaterThan($durations->megapixelsPerSecond('faithful-1'), $durations->megapixelsPerSecond('quick-1'));
        self::assertLessThan($durations->megapixelsPerSecond('faithful-1'), $durations->megapixelsPerSecond('faithful-best-1'));
        $durations->learn('faithful-1', 10.0, 5.0);
        self::assertEqualsWithDelta(2.0, $durations->megapixelsPerSecond('faithful-1'), 1e-9);
        for ($i = 0; $i < 20; ++$i) {
            $durations->learn('faithful-1', 10.0, 10.0);
        }
        self::assertEqualsWithDelta(1.0, $durations->megapixelsPerSecond('faithful-1'), 0.01);
        file_put_contents($this->data.'/pace.json', 'half a fi');
        self::assertGreaterThan(0, $durations->megapixelsPerSecond('faithful-1'), 'a broken note is as none');
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
        $artwork->settle(new ArtworkSettings(UpscaleSettings::ofCode($way)));

        return $batch;
    }

    /** Of the batch's only file, by one who asks for the first time. */
    private function bytes(Batch $batch): int
    {
        $recipe = $this->service(BatchProduction::class)->plan($batch)->current()->print->recipe() ?? throw new \LogicException();

        return (new DurationEstimator($this->service(PrintFileRepository::class), new DataFolder($this->data)))->expectedBytes($recipe);
    }

    /** @return array{int, float, int} */
    private function forecast(Batch $batch): array
    {
        $forecast = (new DurationEstimator($this->service(PrintFileRepository::class), new DataFolder($this->data)))->forecast($this->service(BatchProduction::class)->plan($batch), CpuCount::count());

        return [$forecast->files, $forecast->seconds, $forecast->bytes];
    }
}
