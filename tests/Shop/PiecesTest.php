<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Core\Product\ProductTable;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\Rail;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\StoredProduct;
use Snugfit\Shop\Repository\PrintFileRepository;
use Symfony\Component\Process\Process;

/** A product that hangs in pieces: a print file each, which together are the whole; ImageMagick lays them beside each other. */
final class PiecesTest extends ShopTestCase
{
    /**
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function product(string $code, string $layout, array $more = []): array
    {
        return ['code' => $code, 'name' => $code, 'group' => '', 'width' => '12in', 'height' => '6in', 'bleed' => '0mm', 'target_ppi' => 100, 'floor_ppi' => 50, 'orientation' => 'either', 'formats' => ['png'], 'pieces' => $layout, ...$more];
    }

    public function test_each_piece_is_a_file_of_its_own_and_together_they_are_the_whole(): void
    {
        $this->shelve(self::product('one', '1x1'), self::product('three', '3x1', ['gap' => '0.5in']), self::product('grid', '2x2', ['gap' => '0.5in', 'gap_hides' => false]));
        $batch = $this->batch(['one', 'three', 'grid']);
        $this->give($batch, 'sea.png', 0, 0, bytes: (string) shell_exec('convert -size 1300x640 -seed 5 plasma:navy-orange -depth 8 png:-'));
        $this->press($batch);
        $files = $this->files($batch);
        self::assertSame(['sea-one-1200x600-100ppi.png', 'sea-three-367x600-100ppi-1.png', 'sea-three-366x600-100ppi-2.png', 'sea-three-367x600-100ppi-3.png', 'sea-grid-600x300-100ppi-1.png', 'sea-grid-600x300-100ppi-2.png', 'sea-grid-600x300-100ppi-3.png', 'sea-grid-600x300-100ppi-4.png'], array_map(static fn (PrintFile $file): string => (string) $file->path(), $files));
        $folder = $this->deliveries()->folderPath($batch);
        // Gaps of half an inch hide picture: pieces are cut out of the whole.
        foreach ([1 => '367x600+0+0', '366x600+417+0', '367x600+833+0'] as $number => $window) {
            $this->same($folder, ['sea-one-1200x600-100ppi.png', '-crop', $window, '+repage'], [\sprintf('sea-three-%s-100ppi-%d.png', strtok($window, '+'), $number)], 0);
        }
        // Or it goes on beyond them: laid together without gaps they are the whole, column by column.
        $grid = static fn (int $number): string => "sea-grid-600x300-100ppi-$number.png";
        $this->same($folder, ['sea-one-1200x600-100ppi.png'], ['(', $grid(1), $grid(2), '-append', ')', '(', $grid(3), $grid(4), '-append', ')', '+append'], 0);
        $manifest = JsonReader::decode((string) file_get_contents($folder.'/manifest.json'), 'a manifest')->records('files');
        self::assertSame([0, 1, 2, 3, 1, 2, 3, 4], array_map(static fn (JsonReader $file): int => $file->optionalInt('piece') ?? 0, $manifest));

        self::assertFalse($this->service(DeliveryFreshness::class)->hasNews($this->again($batch)));
        $this->press($this->again($batch));
        self::assertSame(['unchanged'], array_values(array_unique(array_map(static fn (PrintFile $file): string => $file->state()->value, $this->files($batch)))));

        // One lost piece is made again; another layout makes all of that product's anew and tells what is of no use any more.
        unlink($folder.'/'.$grid(3));
        self::assertTrue($this->service(DeliveryFreshness::class)->hasNews($this->again($batch)));
        $this->press($this->again($batch));
        self::assertFileExists($folder.'/'.$grid(3));
        $this->shelve(self::product('grid', '2x1', ['gap' => '0.5in']));
        self::assertCount(4, $this->service(DeliveryFreshness::class)->outdated($this->again($batch)));
        $this->press($this->again($batch));
        self::assertCount(2, $this->service(DeliveryFreshness::class)->outdated($this->again($batch)), 'pieces that it does not have any more');
    }

    public function test_sides_that_are_not_the_picture_are_made_of_each_pieces_own_face(): void
    {
        $this->shelve(self::product('pair', '2x1', ['gap' => '1in', 'bleed' => '0.5in', 'wrap' => '0.4in']));
        foreach (['mirrored' => 'mirror', 'continued' => 'edge', 'colour' => ''] as $bled => $virtual) {
            $batch = $this->batch(['pair'], $bled);
            $artwork = $this->give($batch, 'sea.png', 0, 0, bytes: (string) shell_exec('convert -size 1300x640 -seed 8 plasma:navy-orange -depth 8 png:-'));
            $this->act("/batches/{$batch->id()}/framing/{$artwork->id()}/pair", ['bled' => $bled, 'colour' => '#e0a100']);
            $this->press($this->again($batch));
            $files = $this->files($batch);
            self::assertSame(['made', 'made'], array_map(static fn (PrintFile $file): string => $file->state()->value, $files), (string) ($files[0]->reason() ?? ''));
            $folder = $this->deliveries()->folderPath($batch);
            // Pieces of 5.5 × 6 in, with half an inch on every side of each.
            foreach ($files as $file) {
                $path = (string) $file->path();
                self::assertSame([650, 700], \array_slice((array) getimagesize("$folder/$path"), 0, 2));
                $face = [$path, '-crop', '550x600+50+50', '+repage'];
                $wanted = '' === $virtual
                    ? [...$face, '-bordercolor', '#e0a100', '-border', '50x50']
                    : [...$face, '-virtual-pixel', $virtual, '-set', 'option:distort:viewport', '650x700-50-50', '-filter', 'point', '-distort', 'SRT', '0', '+repage'];
                $this->same($folder, [$path], $wanted, 0);
            }
        }
    }

    public function test_names_say_which_piece_where_they_want_to(): void
    {
        $this->shelve(self::product('pair', '2x1'), self::product('one', '1x1'));
        $batch = $this->batch(['one', 'pair']);
        $batch->settle($batch->settings()->written(new NameTemplate('{product}/{piece}-{artwork}'), null, false));
        $this->give($batch, 'sea.png', 1300, 640);
        $this->press($batch);
        self::assertSame(['pair/1-sea.png', 'pair/2-sea.png', 'one/sea.png'], array_map(static fn (PrintFile $file): string => (string) $file->path(), $this->files($batch)));
    }

    public function test_what_must_stay_is_moved_off_the_gaps_or_told(): void
    {
        $this->shelve(self::product('pair', '2x1', ['gap' => '0.5in']));
        $batch = $this->batch(['pair']);
        $artwork = $this->give($batch, 'sea.png', 2000, 640);
        $room = "/batches/{$batch->id()}/framing/{$artwork->id()}/pair";
        $layout = fn (): JsonReader => JsonReader::decode((string) $this->browser->request('GET', $room)->filter('[data-layout]')->attr('data-layout'), 'a layout');
        self::assertSame('[[0', substr((string) json_encode($layout()->record('paper')->toArray()['pieces'] ?? null), 0, 3));
        $this->act("$room/keep-boxes", ['boxes' => [[0.47, 0.3, 0.06, 0.2]]]);
        $crop = $layout()->record('crop');
        $middle = $crop->int('x') + $crop->int('width') / 2;
        self::assertTrue($middle <= 0.47 * 2000 - 20 || $middle >= 0.53 * 2000 + 20, "$middle");
        self::assertStringNotContainsString('A gap between', $this->browser->request('GET', $room)->filter('.docket-slip')->text());
        $this->act("$room/keep-boxes", ['boxes' => [[0.2, 0.3, 0.6, 0.2]]]);
        self::assertStringContainsString('A gap between the pieces cuts what must stay: 1 of 1', $this->browser->request('GET', $room)->filter('.warnings')->text());
    }

    public function test_one_preview_shows_all_pieces_on_a_wall(): void
    {
        $this->shelve(self::product('three', '3x1', ['gap' => '1in']));
        $batch = $this->batch(['three']);
        $batch->settle($batch->settings()->showing((new Rail())->hang(new HungScene('sofa', 'three'))));
        $this->give($batch, 'red.png', 0, 0, bytes: (string) shell_exec('convert -size 1300x640 xc:red png:-'));
        $this->press($batch);
        $previews = $this->deliveries()->standingPreviews($this->again($batch));
        self::assertCount(1, $previews);
        $shown = Image::load('jpeg', $this->deliveries()->folderPath($batch).'/'.array_values($previews)[0]->path());
        // In a row of pixels through their middle red begins three times.
        $row = $shown->extractBands(0, 2);
        $size = $row->size();
        $bytes = $row->bytes();
        $most = 0;
        for ($y = 0; $y < $size->height; $y += 20) {
            $begins = 0;
            $was = false;
            for ($x = 0; $x < $size->width; ++$x) {
                $at = 2 * ($y * $size->width + $x);
                $is = \ord($bytes[$at]) > 120 && \ord($bytes[$at + 1]) < 60;
                $begins += $is && !$was ? 1 : 0;
                $was = $is;
            }
            $most = max($most, $begins);
        }
        self::assertSame(3, $most);
    }

    public function test_pieces_are_kept_in_lists_and_refused_where_they_make_no_sense(): void
    {
        $json = new ProductJson();
        $product = $json->read(JsonReader::of(self::product('p', 'five-stepped', ['gap' => '2 cm']), 'a product'));
        self::assertEquals($product, $json->read(JsonReader::of($json->write($product), 'a product')));
        self::assertEquals([$product], (new ProductTable())->read((new ProductTable())->csv([$product])));
        foreach ([['pieces' => '0x3'], ['pieces' => 'nine'], ['pieces' => 'one-and-two', 'gap_hides' => false]] as $wrong) {
            try {
                $json->read(JsonReader::of(self::product('p', '1x1', $wrong), 'a product'));
                self::fail('It was taken.');
            } catch (ImpossibleProduct $e) {
                self::assertMatchesRegularExpression('/whole numbers|no layout|unlike numbers/', $e->getMessage());
            }
        }
        $page = $this->browser->request('GET', '/shelf/new');
        $this->browser->request('POST', '/shelf/new', ['product' => ['name' => 'Three', 'code' => 'three-sheets', 'trim' => '30x10in', 'target' => '300', 'pieces' => '3x1', 'gap' => '20 mm', 'gapHides' => '1', 'orientation' => 'either', 'usual' => 'jpeg', 'profile' => 'srgb', 'intent' => 'relative', 'fit' => 'fill', 'alignment' => 'centre']], server: self::OURS);
        self::assertResponseRedirects();
        self::assertSame('3x1', $this->entities()->getRepository(StoredProduct::class)->findOneBy(['code' => 'three-sheets'])?->product()->pieces?->name);
    }

    /** @param array<string, mixed> ...$products */
    private function shelve(array ...$products): void
    {
        foreach ($products as $record) {
            $product = (new ProductJson())->read(JsonReader::of($record, 'a product'));
            $stored = $this->entities()->getRepository(StoredProduct::class)->findOneBy(['code' => $product->code]);
            null === $stored ? $this->entities()->persist(new StoredProduct($product, 900)) : $stored->define($product);
        }
        $this->entities()->flush();
    }

    /** @return list<PrintFile> of the last run */
    private function files(Batch $batch): array
    {
        $all = $this->service(PrintFileRepository::class)->ofBatch($this->again($batch));
        $last = max([0, ...array_map(static fn (PrintFile $file): int => $file->run()->id(), $all)]);

        return array_values(array_filter($all, static fn (PrintFile $file): bool => $file->run()->id() === $last));
    }

    /**
     * @param list<string> $one
     * @param list<string> $other
     */
    private function same(string $folder, array $one, array $other, int $offBy): void
    {
        $process = new Process(['convert', '(', ...$one, ')', '(', ...$other, ')', '-metric', 'AE', '-compare', '-format', '%[distortion]', 'info:'], $folder);
        self::assertLessThanOrEqual($offBy, (int) $process->mustRun()->getOutput(), implode(' ', $other));
    }
}
