<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Doctrine\DBAL\Connection;
use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Delivery\PreflightResult;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Undo\FamilySettingsChange;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Queue\DeadLetterListener;
use Snugfit\Work\Run\CancelFlags;
use Snugfit\Work\Run\NamePreview;
use Snugfit\Work\Run\RunStarter;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Process\Process;

/** From a given file to a delivered one, through the real queue, real child processes and real files. */
final class RunTest extends ShopTestCase
{
    public function test_a_run_delivers_what_was_planned_and_refuses_what_is_short(): void
    {
        $batch = $this->batch(['4x6', 'a0']);
        $this->give($batch, 'harbour.png', 600, 400, 'sea/dusk');
        $this->press($batch);

        self::assertSame(['4x6' => PrintFileState::Made, 'a0' => PrintFileState::Short], $this->states($batch));
        $file = $this->files($batch)['4x6'];
        self::assertSame('sea/dusk/harbour-4x6-1800x1200-300ppi.jpg', $file->path());
        $path = $this->vaultPath($batch, (string) $file->path());
        self::assertSame([1800, 1200], \array_slice((array) getimagesize($path), 0, 2));
        self::assertSame(hash_file('sha256', $path), $file->found()?->sha256);
        self::assertGreaterThan(8, \count($file->findings()));
        self::assertNotNull($this->deliveries()->lastRun($batch)?->finishedAt());
    }

    public function test_the_manifest_says_what_was_made_and_what_not_and_why(): void
    {
        $batch = $this->batch(['4x6', 'a0']);
        $this->give($batch, 'harbour.png', 600, 400);
        $this->give($batch, 'letter.png', 1, 1, bytes: 'Dear keeper');
        $this->press($batch);
        $manifest = Manifest::fromJson((string) file_get_contents($this->vaultPath($batch, 'manifest.json')));
        self::assertSame(
            [['a0', PreflightResult::None, false], ['4x6', PreflightResult::Passed, true]],
            array_map(static fn ($entry): array => [$entry->product, $entry->preflight, null !== $entry->output], $manifest->files),
        );
        self::assertStringStartsWith('Short.', $manifest->files[0]->reason);
        self::assertSame('letter.png', $manifest->unreadable[0]['master']);
        self::assertFileExists($this->vaultPath($batch, 'manifest.csv'));
    }

    public function test_only_what_changed_is_made_again(): void
    {
        $batch = $this->batch(['4x6', '5x7']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        $before = $this->inodes($batch);
        $this->press($batch);
        self::assertSame(['4x6' => PrintFileState::Unchanged, '5x7' => PrintFileState::Unchanged], $this->states($batch));
        self::assertSame($before, $this->inodes($batch));

        $this->reframe($artwork);
        $this->press($batch);
        self::assertSame(['4x6' => PrintFileState::Unchanged, '5x7' => PrintFileState::Made], $this->states($batch));
        self::assertCount(2, $this->inodes($batch), 'the file that was made again took the place of the old one');
    }

    public function test_what_was_delivered_is_not_touched_by_the_shelf(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        $before = $this->deliveries()->manifest($batch)->json();
        $old = $this->service(ProductRepository::class)->byCode('4x6')?->product() ?? throw new \LogicException();
        $this->service(ProductRepository::class)->put(new Product('4x6', 'Another name', new PrintSize(Length::inches(3), Length::inches(9)), $old->bleed, $old->target, $old->floor));
        self::assertSame($before, $this->deliveries()->manifest($batch)->json());
        self::assertSame([array_values($this->deliveries()->latest($batch))[0]->id()], array_keys($this->service(DeliveryFreshness::class)->outdated($batch)), 'and it is told that the shelf has moved on');
    }

    public function test_a_file_that_fails_does_not_hold_up_the_rest(): void
    {
        $batch = $this->batch(['4x6']);
        $lost = $this->give($batch, 'a-lost.png', 900, 600);
        $this->give($batch, 'b-found.png', 901, 600);
        unlink($this->service(FileStore::class)->path(FileStore::masterKey($lost->master())));
        $this->press($batch);
        $files = $this->lastFiles($batch);
        self::assertSame([PrintFileState::Failed, PrintFileState::Made], array_map(static fn (PrintFile $file): PrintFileState => $file->state(), $files));
        self::assertStringContainsString('not there', (string) $files[0]->reason());
        self::assertNotNull($this->deliveries()->lastRun($batch)?->finishedAt());
    }

    public function test_a_file_over_the_products_limit_is_not_delivered(): void
    {
        $productRepository = $this->service(ProductRepository::class);
        $old = $productRepository->byCode('4x6')?->product() ?? throw new \LogicException();
        $productRepository->put(new Product('4x6', '4 × 6', $old->trim, $old->bleed, $old->target, $old->floor, maxBytes: 5_000));
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        self::assertSame(['4x6' => PrintFileState::Failed], $this->states($batch));
        self::assertStringContainsString('over the limit of 5,000', (string) $this->files($batch)['4x6']->reason());
        self::assertSame([], $this->inodes($batch));
    }

    public function test_two_files_of_one_name_both_arrive(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'puffin.png', 900, 600);
        $this->give($batch, 'Puffin.jpg', 901, 600);
        $this->press($batch);
        self::assertEqualsCanonicalizing(['Puffin-4x6-1800x1200-300ppi.jpg', 'puffin-4x6-1800x1200-300ppi-2.jpg'], array_keys($this->inodes($batch)));
    }

    public function test_the_names_that_are_shown_beforehand_are_those_that_a_run_gives_also_later(): void
    {
        $batch = $this->batch(['4x6', '5x7']);
        $this->give($batch, 'puffin.png', 900, 600);
        $this->give($batch, 'Puffin.jpg', 901, 600);
        $this->assertShownNamesAreGiven($batch);
        self::assertSame([PrintFileState::Made, PrintFileState::Made, PrintFileState::Made, PrintFileState::Made], $this->lastStates($batch));

        $this->assertShownNamesAreGiven($batch);
        self::assertSame(array_fill(0, 4, PrintFileState::Unchanged), $this->lastStates($batch));

        // One is made again, one more comes before all others, one is left out, and files are named another way.
        $batch = $this->again($batch);
        $this->give($batch, 'a-first.png', 905, 600);
        $this->give($batch, 'puffin.webp', 906, 600);
        $artworks = $this->again($batch)->artworks();
        $this->reframe($artworks[1]);
        $batch = $this->again($batch);
        $batch->settle(new BatchSettings(name: new NameTemplate('{artwork}-{size}')));
        $this->entities()->flush();
        $this->assertShownNamesAreGiven($batch);
        self::assertContains(PrintFileState::Made, $this->lastStates($batch));
        self::assertContains(PrintFileState::Unchanged, $this->lastStates($batch));
    }

    /** What stands in the preview before a run is what the run gives, file by file, and lies in the folder after it. */
    private function assertShownNamesAreGiven(Batch $batch): void
    {
        $batch = $this->again($batch);
        $shown = array_map(static fn (PlacedPrint $one): ?string => $one->print->path, iterator_to_array($this->service(BatchProduction::class)->plan($batch), false));
        self::assertSame(array_values(array_filter($shown)), array_column(NamePreview::of($this->service(BatchProduction::class)->plan($batch))->names, 'path'));
        $this->press($batch);
        $files = $this->lastFiles($batch);
        self::assertSame($shown, array_map(static fn (PrintFile $file): ?string => $file->path(), $files));
        foreach ($files as $file) {
            self::assertFileExists($this->vaultPath($batch, (string) $file->path()));
        }
        self::assertCount(\count(array_unique(array_map(mb_strtolower(...), array_filter($shown)))), $shown);
    }

    /** @return list<PrintFileState> */
    private function lastStates(Batch $batch): array
    {
        return array_map(static fn (PrintFile $file): PrintFileState => $file->state(), $this->lastFiles($batch));
    }

    private function reframe(BatchArtwork $artwork): void
    {
        $framing = new FramingState(new Framing(position: new CropPosition(0, 0, 1.5)));
        $change = FamilySettingsChange::of($artwork, '5-7', new FamilySettings($framing));
        $this->history()->apply($artwork->batch(), 'Framed', $change);
    }

    public function test_a_cancelled_run_makes_nothing_more_and_can_be_taken_up_again(): void
    {
        $batch = $this->batch(['4x6', '5x7']);
        $this->give($batch, 'harbour.png', 900, 600);
        $run = $this->service(RunStarter::class)->start($batch);
        $this->work(['answers']);
        $run->cancel();
        $this->service(CancelFlags::class)->raise($run->id());
        $this->work();
        self::assertSame(['4x6' => PrintFileState::Cancelled, '5x7' => PrintFileState::Cancelled], $this->states($batch));
        self::assertNotNull($run->finishedAt());

        $this->browser->request('POST', "/runs/{$run->id()}/retry", ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseRedirects();
        $this->work();
        self::assertSame(['4x6' => PrintFileState::Made, '5x7' => PrintFileState::Made], $this->states($batch));
    }

    public function test_a_paused_run_hands_nothing_out(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $run = $this->service(RunStarter::class)->start($batch);
        $run->setPaused(true);
        $this->work();
        self::assertSame(['4x6' => PrintFileState::Waiting], $this->states($batch));
        $run->setPaused(false);
        $this->service(MessageBusInterface::class)->dispatch(new FeedPress($run->id()));
        $this->work();
        self::assertSame(['4x6' => PrintFileState::Made], $this->states($batch));
    }

    public function test_a_killed_workers_file_is_taken_up_by_the_next(): void
    {
        $batch = $this->batch(['5x7']);
        $worker = $this->workerInMidFile($batch);
        // The worker first: it must not live to say that its child failed.
        exec('pgrep -P '.$worker->getPid(), $children);
        $worker->signal(\SIGKILL);
        exec('kill -9 '.implode(' ', $children));
        $worker->wait();
        self::assertSame([], glob($this->data.'/files/prints/*.jpg'), 'a file that is not whole must not be seen');

        $this->queue()->executeStatement('UPDATE message SET lent_until = 1, doubted_at = 1 WHERE lent_until > 0');
        $this->work();
        self::assertSame(['5x7' => PrintFileState::Made], $this->states($batch));
    }

    public function test_a_worker_that_is_asked_to_stop_gives_its_file_back(): void
    {
        $batch = $this->batch(['5x7']);
        $worker = $this->workerInMidFile($batch);
        $worker->signal(\SIGTERM);
        $worker->wait();
        self::assertSame([], glob($this->data.'/files/prints/*'));
        self::assertSame(0, $this->queue()->fetchOne("SELECT MAX(deliveries) FROM message WHERE lane = 'press'"), 'it waits as if nobody had touched it');
        $this->work();
        self::assertSame(['5x7' => PrintFileState::Made], $this->states($batch));
    }

    public function test_work_that_kills_every_worker_is_given_up(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->service(RunStarter::class)->start($batch);
        $this->work(['answers']);
        $this->queue()->executeStatement("UPDATE message SET deliveries = ? WHERE lane = 'press'", [DeadLetterListener::TRIES]);
        $this->work();
        self::assertSame(['4x6' => PrintFileState::Failed], $this->states($batch));
        self::assertStringContainsString('given up', (string) $this->files($batch)['4x6']->reason());
    }

    public function test_masters_are_kept_once_and_never_changed(): void
    {
        $batch = $this->batch(['4x6']);
        $one = $this->give($batch, 'one.png', 900, 600);
        $other = $this->give($batch, 'the same.png', 900, 600);
        self::assertSame($one->master(), $other->master());
        $path = $this->service(FileStore::class)->path(FileStore::masterKey($one->master()));
        self::assertSame(0o444, fileperms($path) & 0o777);
        $this->press($batch);
        self::assertSame($one->master(), hash_file('sha256', $path));
    }

    public function test_a_file_that_cannot_be_read_is_told_with_its_reason(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'cut.jpg', 1, 1, bytes: "\xFF\xD8\xFF\xE0\0\x10JFIF\0");
        self::assertSame(IntakeState::Unreadable, $artwork->state());
        self::assertStringContainsString('damaged', (string) $artwork->reason());
    }

    /** A worker in a process of its own that has begun to enlarge a picture for a print file of the batch. */
    private function workerInMidFile(Batch $batch): Process
    {
        $this->give($batch, 'harbour.png', 900, 600);
        $this->service(RunStarter::class)->start($batch);
        $this->work(['answers']);
        $worker = new Process([\PHP_BINARY, 'bin/console', 'messenger:consume', 'press', '--sleep=0.02', '--keepalive=1', '--quiet'], \dirname(__DIR__, 2), ['SNUGFIT_DATA' => $this->data, 'APP_ENV' => 'test']);
        $worker->start();
        $this->waitFor(fn (): bool => [] !== glob($this->data.'/enlarged/*/*.pieces'));

        return $worker;
    }

    private function queue(): Connection
    {
        $connection = static::getContainer()->get('doctrine.dbal.queue_connection');

        return $connection instanceof Connection ? $connection : throw new \LogicException();
    }

    /** @param \Closure(): bool $isSo */
    private function waitFor(\Closure $isSo): void
    {
        for ($until = microtime(true) + 30; !$isSo(); usleep(2_000)) {
            self::assertLessThan($until, microtime(true), 'waited in vain');
        }
    }

    private function vaultPath(Batch $batch, string $path): string
    {
        return $this->service(FileStore::class)->path($this->deliveries()->key($batch, $path));
    }

    /** @return array<string, PrintFile> of the last run, by product */
    private function files(Batch $batch): array
    {
        $files = [];
        foreach ($this->lastFiles($batch) as $file) {
            $files[$file->productCode()] = $file;
        }
        ksort($files);

        return $files;
    }

    /** @return array<string, PrintFileState> */
    private function states(Batch $batch): array
    {
        return array_map(static fn (PrintFile $file): PrintFileState => $file->state(), $this->files($batch));
    }

    /** @return array<string, int|false> of the delivered print files: a file made anew has another */
    private function inodes(Batch $batch): array
    {
        $found = [];
        foreach (glob($this->deliveries()->folderPath($batch).'/*.jpg') ?: [] as $path) {
            $found[basename($path)] = fileinode($path);
        }

        return $found;
    }
}
