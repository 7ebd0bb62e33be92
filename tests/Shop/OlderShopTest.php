<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use PHPUnit\Framework\Attributes\TestWith;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Core\Production\RemakeReason;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Fill;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Settings\ProductSettings;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Process\Process;

/**
 * A shop that was filled by the program as it was on 2026-11-27: every kind of setting, act and print file. What people asked
 * for is as they left it, their acts can be taken back, and nothing that was delivered is made again.
 */
final class OlderShopTest extends ShopTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        static::ensureKernelShutdown();
        unlink($this->data.'/shop.sqlite');
        $connection = self::connect($this->data);
        $connection->executeStatement((string) file_get_contents(__DIR__.'/fixtures/shop-of-2026-11-27.sql'));
        foreach ($connection->fetchFirstColumn("SELECT path FROM print_file WHERE state = 'made'") as $path) {
            $key = $this->data.'/files/deliveries/0001/'.(\is_string($path) ? $path : '');
            @mkdir(\dirname($key), recursive: true);
            file_put_contents($key, 'as it was delivered');
        }
        // The pictures of the fixture are not kept beside it; these bytes stand for what was checked.
        $connection->executeStatement("UPDATE print_file SET found = json_set(found, '$.sha256', ?) WHERE found IS NOT NULL", [hash('sha256', 'as it was delivered')]);
        $connection->close();
        self::migrate($this->data, 'latest');
        $this->browser = static::createClient();
        $this->browser->disableReboot();
    }

    public function test_what_people_asked_for_is_as_they_left_it(): void
    {
        [$emblem, $harbour] = [$this->old()->artworks()[0], $this->old()->artworks()[2]];
        self::assertSame(['emblem.png', 'harbour.png'], [$emblem->fileName(), $harbour->fileName()]);
        $family = new FamilySettings(
            new FramingState(new Framing(OrientationRule::Portrait, new CropPosition(0.3, 0.4, 1.5), new ImageTransform(QuarterTurn::Right, true, 2.5), FitMode::Fill, EdgeFill::Colour, 'ffffff'), true),
            self::finish(['sharpen' => 'suggested']),
        );
        $alone = new Framing(position: new CropPosition(0.5, 0.5, 1.2), fitMode: FitMode::Whole, edgeFill: EdgeFill::Mirrored, colour: '0f5c63', keepsMargins: true);
        $product = new ProductSettings(
            new FramingState($alone, true), false, 3.0, UpscalePolicy::KeepAdequate, UpscaleSettings::ofCode('mitchell'),
            self::finish(['guard' => ['black' => 1.5, 'white' => 1]]),
        );
        self::assertEquals([$family, $product], [$harbour->ofFamily('2-3'), $harbour->ofProduct('5x7')]);
        self::assertSame(['mitchell', 'lanczos'], [$harbour->settings()->upscale?->code(), $harbour->settings()->region?->settings->code()]);
        self::assertEquals(self::finish(['grain' => ['amount' => 4, 'size' => '1.2px']]), $harbour->settings()->finish);
        self::assertEquals([new FractionBox(0.1, 0.2, 0.3, 0.4)], $harbour->keepBoxes());
        self::assertEquals(ReferenceImage::of('harbour-large.png', str_repeat('ab', 32), new PixelSize(1800, 1200), new PixelSize(900, 600)), $harbour->reference());
        self::assertSame([Kind::Illustration, null], [$harbour->correctedKind(), $emblem->reference()]);
        self::assertSame([['soft'], true], [$emblem->dismissed(), $emblem->ofProduct('a6')->excluded]);
        self::assertSame(BleedSource::Continued, $emblem->ofFamily('2-3')->framing->framing->bleedSource);
        $settings = new BatchSettings(self::finish(['tidy' => 20]), new NameTemplate('{artwork}-{product}'), 'ffeedd', true);
        self::assertEquals([$settings, 'Lamp room, spring'], [$this->old()->settings(), $this->old()->name()]);
    }

    public function test_only_what_is_made_more_exactly_now_is_made_again_and_that_is_said(): void
    {
        $batch = $this->old();
        $plan = $this->plan($batch);
        self::assertCount(9, $plan);
        $again = array_filter($plan, static fn (PlacedPrint $one): bool => $one->print->isToMake());
        self::assertCount(8, $again);
        $reasons = array_map(static fn (PlacedPrint $one): string => $one->print->path.' '.$one->print->remade?->name, $again);
        // The small emblem is enlarged so far that its prints go by another network, which is the nearer reason.
        self::assertSame(['emblem-4x6.jpg TrainedAnew', 'emblem-5x7.jpg TrainedAnew', 'emblem-coaster.jpg TrainedAnew'], array_values(array_filter($reasons, static fn (string $one): bool => !str_ends_with($one, ' '.RemakeReason::MadeMoreExactly->name))));
        $paths = array_map(static fn (PrintFile $file): ?string => $file->path(), $this->deliveries()->latest($batch));
        self::assertEqualsCanonicalizing($paths, array_map(static fn (PlacedPrint $one): ?string => $one->print->path, $again), 'under their names');
        $told = $this->browser->request('GET', "/batches/{$batch->id()}/run")->filter('.remade')->each(static fn (Crawler $one): string => (string) strstr($one->text(), ':', true));
        self::assertEqualsCanonicalizing(['3 delivered files are made again by the next run', '5 delivered files are made again by the next run'], $told);
    }

    public function test_a_run_makes_nothing_again(): void
    {
        $batch = $this->old();
        // As if they had been delivered since prints are made more exactly.
        foreach ($this->plan($batch) as $one) {
            $now = $one->print->recipe();
            if (null === $now) {
                continue;
            }
            foreach ([$now, ...$now->trainedEarlier()] as $before) {
                $this->entities()->getConnection()->executeStatement(
                    'UPDATE print_file SET recipe_hash = :now, figures = json_set(figures, \'$.recipe\', :now) WHERE recipe_hash = :before',
                    ['now' => $now->hash(), 'before' => $before->hashBefore()],
                );
            }
        }
        $batch = $this->again($batch);
        self::assertSame([], array_filter($this->plan($batch), static fn (PlacedPrint $one): bool => $one->print->isToMake()));
        self::assertFalse($this->service(DeliveryFreshness::class)->hasNews($batch));
        self::assertSame([], $this->service(DeliveryFreshness::class)->outdated($batch));
        $before = $this->deliveries()->manifest($batch)->json();
        $this->press($batch);
        $states = array_map(static fn (PrintFile $file): PrintFileState => $file->state(), $this->lastFiles($this->old()));
        self::assertSame([1, 8], [\count(array_filter($states, static fn ($one) => PrintFileState::Short === $one)), \count(array_filter($states, static fn ($one) => PrintFileState::Unchanged === $one))]);
        self::assertSame($before, $this->deliveries()->manifest($this->old())->json());
        foreach ($this->deliveries()->latest($this->old()) as $file) {
            self::assertStringEqualsFile($this->service(FileStore::class)->path($this->deliveries()->key($batch, (string) $file->path())), 'as it was delivered');
        }
    }

    public function test_every_act_from_before_is_taken_back_and_done_again(): void
    {
        $batch = $this->old();
        self::assertSame('Undone one', $this->history()->redo($batch));
        self::assertSame(2.0, $batch->artwork(1)->ofProduct('4x6')->limit);
        $acts = ['Undone one', 'Reference', 'Settings', 'Products', 'Name', 'Bled', 'Way', 'Left out', 'Alone', 'Family', 'Removed', 'Dismissed', 'Keep', 'Kind'];
        foreach ($acts as $act) {
            self::assertSame($act, $this->history()->undo($batch));
        }
        self::assertNull($this->history()->undo($batch));
        $batch = $this->old();
        $harbour = $batch->artwork(1);
        self::assertEquals([new FamilySettings(), new ProductSettings(), null], [$harbour->ofFamily('2-3'), $harbour->ofProduct('5x7'), $harbour->settings()->upscale]);
        self::assertSame(['Lamp room', ['4x6', '5x7', 'a6', 'a0'], null, []], [$batch->name(), $batch->productCodes(), $harbour->reference(), $harbour->keepBoxes()]);
        self::assertFalse($batch->artwork(3)->isRemoved());
        foreach (array_reverse($acts) as $act) {
            self::assertSame($act, $this->history()->redo($batch));
        }
        $this->history()->undo($batch);
        $this->test_what_people_asked_for_is_as_they_left_it();
        $this->test_a_run_makes_nothing_again();
    }

    /** @return list<PlacedPrint> */
    private function plan(Batch $batch): array
    {
        return iterator_to_array($this->service(BatchProduction::class)->plan($batch), false);
    }

    public function test_the_schema_is_the_one_that_the_program_expects(): void
    {
        $validate = new Process([\PHP_BINARY, 'bin/console', 'doctrine:schema:validate'], \dirname(__DIR__, 2), ['SNUGFIT_DATA' => $this->data, 'APP_ENV' => 'test']);
        self::assertSame(0, $validate->run(), $validate->getOutput().$validate->getErrorOutput());
    }

    public function test_framings_from_before_families_are_kept(): void
    {
        $old = $this->data.'/old';
        mkdir($old.'/tmp', 0o700, true);
        self::migrate($old, 'Snugfit\Migrations\Version20261124000001');
        $connection = self::connect($old);
        $connection->executeStatement("INSERT INTO batch (id, name, created_at, product_codes) VALUES (1, 'Old', '2026-11-24 00:00:00', '[\"4x6\"]')");
        $connection->executeStatement("INSERT INTO batch_artwork (id, file_name, folder, master, state, removed, batch_id) VALUES (1, 'a.png', '', 'x', 'reading', 0, 1)");
        $connection->executeStatement("INSERT INTO batch_framing (artwork_id, product_code, orientation, centre_x, centre_y, zoom, excluded, looked_at) VALUES (1, '4x6', 'landscape', 0.25, 0.5, 2.0, 0, 1), (1, 'a4', 'either', NULL, NULL, NULL, 1, 0)");
        self::migrate($old, 'latest');
        $settings = [];
        foreach ($connection->fetchAllKeyValue('SELECT product, settings FROM artwork_on_product') as $code => $json) {
            $settings[(string) $code] = ProductSettings::fromRecord(JsonReader::decode(\is_string($json) ? $json : '', 'settings'));
        }
        $framing = new Framing(OrientationRule::Landscape, new CropPosition(0.25, 0.5, 2), fitMode: FitMode::Fill, edgeFill: EdgeFill::Colour, colour: 'ffffff');
        self::assertEquals(['4x6' => new ProductSettings(new FramingState($framing, true)), 'a4' => new ProductSettings(excluded: true)], $settings);
        self::assertSame('[]', $connection->fetchOne('SELECT keep_boxes FROM batch_artwork'));
    }

    /** Apparel leaves the family of what is filled; what was framed by hand there goes along, and what was not is shown whole. */
    public function test_what_was_framed_by_hand_stays_on_products_that_show_designs_whole_now(): void
    {
        $old = $this->data.'/old';
        mkdir($old.'/tmp', 0o700, true);
        self::migrate($old, 'Snugfit\Migrations\Version20261129000001');
        $connection = self::connect($old);
        $connection->executeStatement("INSERT INTO batch (id, name, created_at, product_codes) VALUES (1, 'Old', '2026-11-24 00:00:00', '[]')");
        $product = static fn (string $code, string $transparency): string => "('$code', '{\"code\":\"$code\",\"transparency\":$transparency}', 1, 0)";
        $connection->executeStatement('INSERT INTO shelf_product (code, definition, position, retired) VALUES '.implode(', ', [$product('apparel-front', 'true'), $product('mug', 'false'), $product('our-tote', 'true'), $product('a4', 'false')]));
        $framings = [
            1 => '{"framing":{"orientation":"either","position":[0.3,0.4,1.5],"turn":0,"flip":false,"tilt":0,"fit":"fill","edge":"colour","colour":"ffffff","bleed":"picture","looked_at":false}}',
            2 => '{"framing":{"orientation":"either","position":null,"turn":0,"flip":false,"tilt":0,"fit":"fill","edge":"colour","colour":"ffffff","bleed":"picture","looked_at":true}}',
            3 => '{"framing":{"orientation":"either","position":null,"turn":0,"flip":false,"tilt":0,"fit":"fill","edge":"colour","colour":"ffffff","bleed":"picture","looked_at":false},"finish":{"tidy":20}}',
        ];
        foreach ($framings as $id => $settings) {
            $connection->executeStatement("INSERT INTO batch_artwork (id, file_name, folder, master, state, removed, batch_id) VALUES ($id, 'a.png', '', 'x', 'reading', 0, 1)");
            $connection->executeStatement("INSERT INTO artwork_on_family (artwork_id, family, settings) VALUES ($id, '5-6', ?)", [$settings]);
        }
        self::migrate($old, 'latest');
        $fits = $connection->fetchAllKeyValue("SELECT code, json_extract(definition, '$.fit') || '/' || json_extract(definition, '$.alignment') FROM shelf_product");
        self::assertSame(['apparel-front' => 'whole/top', 'mug' => 'picture/centre', 'our-tote' => 'whole/centre', 'a4' => null], $fits);
        $filled = new Framing(fitMode: FitMode::Fill, edgeFill: EdgeFill::Colour, colour: 'ffffff');
        $hand = $filled->with(position: new CropPosition(0.3, 0.4, 1.5));
        foreach (['5-6', '5-6-whole', '5-6-picture'] as $family) {
            $kept = [];
            foreach ($connection->fetchFirstColumn('SELECT settings FROM artwork_on_family WHERE family = ? ORDER BY artwork_id', [$family]) as $json) {
                $kept[] = FamilySettings::fromRecord(JsonReader::decode(\is_string($json) ? $json : '', 'settings'));
            }
            self::assertEquals([new FamilySettings(new FramingState($hand)), new FamilySettings(new FramingState($filled, true)), new FamilySettings(finish: self::finish(['tidy' => 20]))], $kept, $family);
        }
    }

    /** Canvases of one face share a framing from now on; what each was framed as before it has still. */
    public function test_what_was_framed_round_a_frame_is_framed_as_it_was(): void
    {
        $old = $this->data.'/old';
        mkdir($old.'/tmp', 0o700, true);
        self::migrate($old, 'Snugfit\Migrations\Version20261129000004');
        $connection = self::connect($old);
        $connection->executeStatement("INSERT INTO batch (id, name, created_at, product_codes) VALUES (1, 'Old', '2026-11-24 00:00:00', '[]')");
        $canvas = static fn (string $code, string $width, string $height): Product => new Product($code, $code, PrintSize::parse($width.'x'.$height.'in'), Bleed::all(Length::inches(1.75)), Ppi::of(200), Ppi::of(100), wrap: Length::inches(1.5));
        // Faces of 2 : 3 twice, of 4 : 5 once; all printed they are 11.5 × 15.5, 19.5 × 27.5 and 11.5 × 13.5.
        $of = [];
        foreach ([$canvas('c-8x12', '8', '12'), $canvas('c-16x24', '16', '24'), $canvas('c-8x10', '8', '10')] as $i => $product) {
            $connection->executeStatement('INSERT INTO shelf_product (code, definition, position, retired) VALUES (?, ?, ?, 0)', [$product->code, json_encode((new ProductJson())->write($product), \JSON_THROW_ON_ERROR), $i]);
            $of[$product->code] = ProductFamily::of(new Product('x', 'x', $product->printArea(), Bleed::none(), $product->target, $product->floor))->key;
        }
        $framing = static fn (float $x): string => json_encode((new FamilySettings(new FramingState(new Framing(position: new CropPosition($x, 0.5, 1.5)), true), self::finish(['tidy' => 20])))->toArray(), \JSON_THROW_ON_ERROR);
        $connection->executeStatement("INSERT INTO batch_artwork (id, file_name, folder, master, state, removed, batch_id) VALUES (1, 'a.png', '', 'x', 'reading', 0, 1)");
        foreach (['c-8x12' => 0.1, 'c-16x24' => 0.2, 'c-8x10' => 0.3] as $code => $x) {
            $connection->executeStatement('INSERT INTO artwork_on_family (artwork_id, family, settings) VALUES (1, ?, ?)', [$of[$code], $framing($x)]);
        }
        $own = new ProductSettings(excluded: true, finish: self::finish(['tidy' => 70]));
        $connection->executeStatement("INSERT INTO artwork_on_product (artwork_id, product, settings) VALUES (1, 'c-16x24', ?)", [json_encode($own->toArray(), \JSON_THROW_ON_ERROR)]);
        self::migrate($old, 'latest');

        $left = static fn (mixed $json): JsonReader => JsonReader::decode(\is_string($json) ? $json : '', 'settings');
        $family = FamilySettings::fromRecord($left($connection->fetchOne("SELECT settings FROM artwork_on_family WHERE family = '4-5-wrap'")));
        self::assertEquals([0.3, true], [$family->framing->framing->position?->centreX, $family->framing->lookedAt]);
        self::assertFalse($connection->fetchOne("SELECT settings FROM artwork_on_family WHERE family = '2-3-wrap'"), 'two framings cannot both be the family\'s');
        $products = array_map(static fn (mixed $json): ProductSettings => ProductSettings::fromRecord($left($json)), $connection->fetchAllKeyValue('SELECT product, settings FROM artwork_on_product'));
        self::assertEquals([0.1, 0.2], [$products['c-8x12']->framing?->framing->position?->centreX, $products['c-16x24']->framing?->framing->position?->centreX]);
        self::assertTrue($products['c-16x24']->excluded);
        self::assertEquals([self::finish(['tidy' => 20]), self::finish(['tidy' => 70])], [$products['c-8x12']->finish, $products['c-16x24']->finish], 'its own word counts');
    }

    /** Until then its artworks wait; one whose result is the same as before waits for nothing. */
    #[TestWith(['Version20261129000005', 1])]
    #[TestWith(['Version20261130000002', 2])]
    #[TestWith(['Version20261130000003', 3])]
    public function test_what_is_repaired_otherwise_now_is_prepared_again(string $version, int $edition): void
    {
        $old = $this->data.'/old';
        mkdir($old.'/tmp', 0o700, true);
        self::migrate($old, 'Snugfit\Migrations\\'.$version);
        $connection = self::connect($old);
        $connection->executeStatement("INSERT INTO batch (id, name, created_at, product_codes) VALUES (1, 'Old', '2026-11-24 00:00:00', '[]')");
        $master = hash('sha256', 'a master');
        $cutOut = new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.02), true)]);
        $cut = EditList::of($cutOut);
        $filled = EditList::of(new Fill([0.5, 0.5], 'ffffff'));
        $before = EditList::of($cutOut->inEdition($edition))->preparedHash($master);
        $shop = [
            1 => [$cut, $before, ['soft', 'doubt-'.substr($before, 0, 12)]],
            2 => [$filled, $filled->preparedHash($master), []],
            3 => [new EditList([new EditLine($cutOut, false)]), $before, []],
        ];
        foreach ($shop as $id => [$edits, $hash, $dismissed]) {
            // As it was written down then: the first edition was not.
            $written = array_map(static fn (array $one): array => isset($one['edition']) ? array_filter(['edition' => $edition > 1 ? $edition : null] + $one, static fn (mixed $value): bool => null !== $value) : $one, $edits->toList());
            $connection->executeStatement(
                "INSERT INTO batch_artwork (id, file_name, folder, master, state, removed, batch_id, repair_edits, repair_prepared, dismissed_warnings) VALUES (?, 'a.png', '', ?, 'read', 0, 1, ?, ?, ?)",
                [$id, $master, json_encode($written), json_encode([['hash' => $hash]]), json_encode($dismissed)],
            );
        }
        self::migrate($old, 'latest');
        self::assertSame([1 => 'reading', 'read', 'read'], $connection->fetchAllKeyValue('SELECT id, state FROM batch_artwork ORDER BY id'));
        $found = json_encode(['soft', ...array_map(static fn (string $hash): string => 'doubt-'.substr($hash, 0, 12), [$before, $cut->preparedHash($master)])]);
        self::assertSame($found, $connection->fetchOne('SELECT dismissed_warnings FROM batch_artwork WHERE id = 1'), 'what was found right is not asked again');
    }

    private function old(): Batch
    {
        $this->entities()->clear();

        return $this->entities()->find(Batch::class, 1) ?? throw new \LogicException('The batch is gone.');
    }

    /** @param array<string, mixed> $steps */
    private static function finish(array $steps): FinishSettings
    {
        return FinishSettings::fromRecord(JsonReader::of($steps, 'a finish'));
    }

    private static function connect(string $data): Connection
    {
        return DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $data.'/shop.sqlite']);
    }

    private static function migrate(string $data, string $version): void
    {
        $command = [\PHP_BINARY, 'bin/console', 'doctrine:migrations:migrate', $version, '-n', '-q'];
        (new Process($command, \dirname(__DIR__, 2), ['SNUGFIT_DATA' => $data, 'APP_ENV' => 'test']))->mustRun();
    }
}
