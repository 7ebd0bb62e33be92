<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Shop\BatchRemover;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Entity\UndoEntry;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\BatchRepository;
use Snugfit\Shop\Repository\ProductChoiceRepository;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Run\RunStarter;
use Snugfit\Work\Run\StorageCleaner;

/** Batches are found, paged, archived, deleted and restored; what is deleted goes after a week, and nothing of others with it. */
final class CounterTest extends ShopTestCase
{
    public function test_hundreds_of_batches_are_paged_and_found_by_words_in_any_order_or_number(): void
    {
        foreach (range(1, 60) as $number) {
            $this->entities()->persist(new Batch("Spring 100% shop $number"));
        }
        $this->entities()->persist(new Batch('Harbour_prints'));
        $this->entities()->flush();

        $page = $this->browser->request('GET', '/?page=3');
        self::assertCount(13, $page->filter('.docket'));
        self::assertStringContainsString('3 of 3 · 61 batches', $page->text());
        self::assertCount(13, $this->browser->request('GET', '/?page=99')->filter('.docket'), 'the last page');
        foreach (['shop spring 7' => 6, '100%' => 60, '0_p' => 0, 'harbour_' => 1, '61' => 1, "x'; DROP" => 0] as $words => $count) {
            $page = $this->browser->request('GET', '/', ['find' => $words]);
            self::assertSame(min(24, $count), $page->filter('.docket')->count(), (string) $words);
        }
    }

    public function test_an_archived_batch_is_out_of_sight_and_whole(): void
    {
        $batch = $this->batch();
        $this->send("/batches/{$batch->id()}/archive");
        self::assertCount(0, $this->browser->request('GET', '/')->filter('.docket'));
        self::assertCount(1, $this->browser->request('GET', '/?of=archived')->filter('.docket'));
        $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertResponseIsSuccessful();
        $this->send("/batches/{$batch->id()}/restore");
        self::assertCount(1, $this->browser->request('GET', '/')->filter('.docket'));
    }

    public function test_a_deleted_batch_is_not_found_and_can_be_restored_whole(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'own.png', 220, 150);
        $shared = $this->give($batch, 'shared.png', 221, 150);
        $this->give($this->batch([], 'Another'), 'shared-too.png', 221, 150);
        self::assertSame($shared->master(), $this->artworks()[2]->master(), 'the same bytes');

        $text = $this->browser->request('GET', "/batches/{$batch->id()}/delete")->text();
        self::assertStringContainsString('1 picture that only this batch uses', $text);
        self::assertStringContainsString('1 picture that other batches use stays.', $text);
        $this->send("/batches/{$batch->id()}/delete");
        foreach (["/batches/{$batch->id()}/intake", "/batches/{$batch->id()}/delete", "/artworks/{$artwork->id()}/preview-320.webp"] as $path) {
            $this->browser->request('GET', $path);
            self::assertResponseStatusCodeSame(404, $path);
        }
        self::assertStringContainsString('goes for good on', $this->browser->request('GET', '/?of=deleted')->text());

        $this->send("/batches/{$batch->id()}/restore");
        $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertResponseIsSuccessful();
        self::assertCount(2, $this->again($batch)->readArtworks());
    }

    public function test_after_a_week_it_goes_with_all_that_nobody_else_uses(): void
    {
        $batch = $this->batch(['4x6']);
        $own = $this->give($batch, 'own.png', 900, 600);
        $shared = $this->give($batch, 'shared.png', 901, 600);
        $this->give($this->batch([], 'Another'), 'shared-too.png', 901, 600);
        $this->press($batch);
        $this->act("/batches/{$batch->id()}/artworks/kind", ['ids' => [$own->id()], 'kind' => 'line-art']);
        $masters = array_map(fn (BatchArtwork $artwork): string => $this->service(FileStore::class)->path(FileStore::masterKey($artwork->master())), [$own, $shared]);
        $folder = $this->deliveries()->folderPath($batch);
        self::assertNotSame([], glob("$folder/*.jpg"));
        $this->send("/batches/{$batch->id()}/delete");

        $this->deletedDaysAgo($batch, 6);
        $this->service(StorageCleaner::class)->tidy();
        self::assertDirectoryExists($folder);

        array_map(static fn (string $path): bool => touch($path, time() - 8 * 86400), $masters);
        $this->deletedDaysAgo($batch, 8);
        $this->service(StorageCleaner::class)->tidy();
        $this->entities()->clear();
        self::assertFileDoesNotExist($masters[0]);
        self::assertDirectoryDoesNotExist($folder);
        self::assertFileExists($masters[1], 'another batch uses it');
        self::assertSame([0, 0, 1, 1], array_map(fn (string $class): int => $this->entities()->getRepository($class)->count(), [PrintRun::class, UndoEntry::class, BatchArtwork::class, Batch::class]));
        $this->browser->request('POST', "/batches/{$batch->id()}/restore", server: self::OURS);
        self::assertResponseStatusCodeSame(404);
    }

    public function test_full_sizes_given_beside_masters_count_too(): void
    {
        $batch = $this->batch();
        $full = $this->give($batch, 'full.png', 400, 300);
        $small = $this->give($batch, 'small.png', 200, 150);
        $elsewhere = $this->give($this->batch([], 'Another'), 'elsewhere.png', 402, 300);
        $reference = static fn (BatchArtwork $large): ReferenceImage => ReferenceImage::of('x', $large->master(), $large->facts()->size, new PixelSize(200, 150));
        $small->compareWith($reference($elsewhere));
        $elsewhere->compareWith($reference($full));
        $this->entities()->flush();

        $contents = $this->service(BatchRemover::class)->contents($batch);
        self::assertSame([1, 2], [$contents->masters, $contents->shared], 'the small one; its full size and its neighbour are used elsewhere');
    }

    public function test_a_master_that_was_given_again_today_stays(): void
    {
        $batch = $this->batch();
        $own = $this->give($batch, 'own.png', 220, 150);
        $master = $this->service(FileStore::class)->path(FileStore::masterKey($own->master()));
        $this->deletedDaysAgo($batch, 8);
        $this->service(StorageCleaner::class)->tidy();
        self::assertSame(0, $this->entities()->getRepository(Batch::class)->count());
        self::assertFileExists($master, 'another batch may be about to name it');
    }

    public function test_a_running_batch_is_not_deleted(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'own.png', 900, 600);
        $this->service(RunStarter::class)->start($batch);
        $this->send("/batches/{$batch->id()}/delete");
        self::assertResponseStatusCodeSame(409);
        self::assertFalse($this->again($batch)->isDeleted());
    }

    public function test_pictures_dropped_on_the_counter_open_a_batch_named_after_their_folder(): void
    {
        foreach (['Meadows' => 'Meadows', '' => 'Pictures of '.date('j M Y')] as $folder => $name) {
            $this->act('/batches/dropped', ['folder' => $folder]);
            self::assertResponseStatusCodeSame(201);
            $answer = json_decode((string) $this->browser->getResponse()->getContent(), true, flags: \JSON_THROW_ON_ERROR);
            self::assertIsArray($answer);
            $batch = $this->service(BatchRepository::class)->findOneBy([], ['id' => 'DESC']);
            self::assertSame($name, $batch?->name());
            self::assertSame(["/batches/{$batch->id()}/uploads", "/batches/{$batch->id()}/intake"], [$answer['uploads'], $answer['intake']]);
        }
    }

    public function test_disk_use_counts_what_lies_there(): void
    {
        $this->give($this->batch(), 'own.png', 220, 150);
        $bytes = (int) filesize($this->service(FileStore::class)->path(FileStore::masterKey($this->artworks()[0]->master())));
        $page = $this->browser->request('GET', '/disk');
        self::assertStringContainsString('Masters'.($bytes < 1000 ? "$bytes B" : number_format($bytes / 1e3).' kB'), preg_replace('/\s*\n\s*|(?<=s) (?=\d)/', '', $page->filter('dl')->text()) ?? '');
    }

    public function test_a_choice_of_products_is_saved_changed_and_deleted(): void
    {
        $choices = fn (): array => array_map(static fn ($choice): array => [$choice->name(), $choice->productCodes()], $this->service(ProductChoiceRepository::class)->inOrder());
        $this->act('/product-choices', ['name' => ' Wall ', 'codes' => ['a2', '4x6', 'no-such']]);
        $this->act('/product-choices', ['name' => 'Post', 'codes' => ['4x6']]);
        self::assertEqualsCanonicalizing(['4x6', 'a2'], $choices()[1][1]);
        $this->act('/product-choices', ['name' => 'Wall', 'codes' => ['a2']]);
        self::assertSame([['Post', ['4x6']], ['Wall', ['a2']]], $choices());
        foreach ([['name' => ' ', 'codes' => ['a2']], ['name' => 'x', 'codes' => []], ['name' => str_repeat('x', 61), 'codes' => ['a2']]] as $wrong) {
            $this->act('/product-choices', $wrong);
            self::assertResponseStatusCodeSame(422);
        }
        $this->browser->request('DELETE', '/product-choices', server: self::OURS + ['CONTENT_TYPE' => 'application/json'], content: '{"name":"Post"}');
        self::assertResponseIsSuccessful();
        self::assertSame([['Wall', ['a2']]], $choices());
    }

    private function send(string $path): void
    {
        $this->browser->request('POST', $path, server: self::OURS);
        $this->entities()->clear();
    }

    private function deletedDaysAgo(Batch $batch, int $days): void
    {
        $this->entities()->getConnection()->executeStatement(
            'UPDATE batch SET deleted_at = ? WHERE id = ?',
            [(new \DateTimeImmutable("-$days days"))->format('Y-m-d H:i:s'), $batch->id()],
        );
        $this->entities()->clear();
    }

    /** @return list<BatchArtwork> */
    private function artworks(): array
    {
        return $this->entities()->getRepository(BatchArtwork::class)->findAll();
    }
}
