<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\FileStore;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Keeping\BackupFolder;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Filesystem\Filesystem;

/** A shop is destroyed, and comes back. */
final class BackupTest extends ShopTestCase
{
    public function test_a_shop_that_was_destroyed_comes_back_with_its_people_masters_prints_and_acts(): void
    {
        $batch = $this->delivered();
        $this->service(FileStore::class)->write('scenes/own-quay/plate.jpg', 'a photo');
        $this->service(FileStore::class)->write('faces/own-0123456789ab.otf', 'a typeface');
        $before = $this->everything();
        $this->backUp();

        (new Filesystem())->remove($this->data.'/files');
        $this->entities()->getConnection()->close();
        file_put_contents($this->data.'/shop.sqlite', random_bytes(40_000));
        array_map(unlink(...), glob($this->data.'/shop.sqlite-*') ?: []);
        self::assertSame(0, $this->command('restore', ['folder' => $this->folder()])->getStatusCode());

        self::assertSame($before, $this->everything());
        self::assertSame(['a photo', 'a typeface'], [$this->service(FileStore::class)->read('scenes/own-quay/plate.jpg'), $this->service(FileStore::class)->read('faces/own-0123456789ab.otf')]);
        self::assertCount(1, glob($this->data.'/shop.sqlite.broken-*') ?: [], 'what was broken is put aside');
        self::assertSame(0, $this->command('verify', [])->getStatusCode());
        $this->press($this->again($batch));
        self::assertSame([PrintFileState::Unchanged], array_map(static fn ($file) => $file->state(), $this->lastFiles($batch)), 'nothing is made again');
        $this->history()->undo($this->again($batch));
        self::assertSame('A batch', $this->again($batch)->name());
    }

    public function test_the_next_backup_copies_what_is_new_alone(): void
    {
        $batch = $this->delivered();
        self::assertStringContainsString('2 files, 2 of them new', $this->backUp());
        self::assertStringContainsString('2 files, 0 of them new', $this->backUp());
        $this->give($this->again($batch), 'second.png', 901, 600);
        self::assertStringContainsString('3 files, 1 of them new', $this->backUp());

        self::assertCount(3, (new BackupFolder($this->folder()))->backups());
        $this->command('backup', ['folder' => $this->folder(), '--keep' => '1']);
        self::assertCount(1, (new BackupFolder($this->folder()))->backups());
        self::assertCount(3, glob($this->folder().'/files/*/*') ?: []);
    }

    public function test_going_back_while_orders_are_out_mixes_nothing_up(): void
    {
        $batch = $this->delivered();
        $this->backUp();
        $this->give($this->again($batch), 'second.png', 901, 600);
        $this->service(\Snugfit\Work\Run\RunStarter::class)->start($this->again($batch));
        $this->work(['answers']);
        $this->entities()->clear();
        self::assertSame(0, $this->command('restore', ['folder' => $this->folder(), '--backup' => (new BackupFolder($this->folder()))->backups()[0]])->getStatusCode());
        self::assertSame(0, $this->work(), 'what was ordered in a state that is no more is done by nobody');
        self::assertCount(1, $this->again($batch)->artworks());

        // And forward again, since what was there was backed up before.
        $backups = (new BackupFolder($this->folder()))->backups();
        $this->command('restore', ['folder' => $this->folder(), '--backup' => $backups[1]]);
        self::assertCount(2, $this->again($batch)->artworks());
        $this->service(\Snugfit\Work\Run\Reconciler::class)->reconcile();
        $this->work();
        self::assertSame([PrintFileState::Unchanged, PrintFileState::Made], array_map(static fn ($file) => $file->state(), $this->lastFiles($batch)));
    }

    public function test_what_is_not_as_it_should_be_is_not_backed_up_as_if_it_were(): void
    {
        $batch = $this->delivered();
        $path = $this->service(FileStore::class)->path(FileStore::masterKey($this->again($batch)->artworks()[0]->master()));
        chmod($path, 0o644);
        file_put_contents($path, 'x', \FILE_APPEND);
        $tester = $this->command('backup', ['folder' => $this->folder()]);
        self::assertSame(1, $tester->getStatusCode());
        self::assertStringContainsString('harbour.png', $tester->getDisplay());
    }

    public function test_a_backup_that_was_broken_off_is_none(): void
    {
        $this->delivered();
        $this->backUp();
        mkdir($this->folder().'/backups/20990101-000000-aaaa');
        copy($this->data.'/shop.sqlite', $this->folder().'/backups/20990101-000000-aaaa/shop.sqlite');
        self::assertCount(1, (new BackupFolder($this->folder()))->backups());
        self::assertSame(1, $this->command('restore', ['folder' => $this->folder(), '--backup' => '20990101-000000-aaaa'])->getStatusCode());
    }

    public function test_a_broken_shop_is_not_opened_and_not_touched(): void
    {
        $this->entities()->getConnection()->close();
        self::assertSame(0, $this->command('shop:ready', [])->getStatusCode());
        file_put_contents($this->data.'/shop.sqlite', $garbage = random_bytes(40_000));
        $tester = $this->command('shop:ready', []);
        self::assertSame(1, $tester->getStatusCode());
        self::assertStringContainsString('restore', $tester->getDisplay());
        self::assertStringEqualsFile($this->data.'/shop.sqlite', $garbage);
    }

    private function delivered(): Batch
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->history()->apply($batch, 'Renamed', \Snugfit\Shop\Undo\BatchNameChange::of($batch, 'Another name'));
        $this->press($batch);

        return $batch;
    }

    private function folder(): string
    {
        return $this->data.'-backups';
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder());
        parent::tearDown();
    }

    private function backUp(): string
    {
        $tester = $this->command('backup', ['folder' => $this->folder()]);
        self::assertSame(0, $tester->getStatusCode(), $tester->getDisplay());
        usleep(1_100_000);

        return $tester->getDisplay();
    }

    /** @param array<string, string> $input */
    private function command(string $name, array $input): CommandTester
    {
        $application = new Application(static::$kernel ?? throw new \LogicException());
        $application->setAutoExit(false);
        $tester = new CommandTester($application->find($name));
        $tester->execute($input);

        return $tester;
    }

    /** @return array<string, mixed> all that the database tells, and all files that it names */
    private function everything(): array
    {
        $connection = $this->entities()->getConnection();
        $everything = [];
        foreach (['batch', 'batch_artwork', 'print_run', 'print_file', 'undo_entry', 'shelf_product', 'person'] as $table) {
            $everything[$table] = $connection->fetchAllAssociative("SELECT * FROM $table");
        }
        foreach (['masters/*/*', 'deliveries/*/*.jpg'] as $files) {
            foreach (glob($this->data.'/files/'.$files) ?: [] as $file) {
                $everything[$file] = hash_file('sha256', $file);
            }
        }

        return $everything;
    }
}
