<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Doctrine\DBAL\Connection;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Message\Attempt;
use Snugfit\Work\Message\MakePrint;
use Snugfit\Work\Message\PrintBegun;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Message\PrintMade;
use Snugfit\Work\Message\PrintProgress;
use Snugfit\Work\Queue\LaneContents;
use Snugfit\Work\Run\Reconciler;
use Snugfit\Work\Run\RunStarter;
use Symfony\Component\Messenger\MessageBusInterface;

/** Processes end at any moment, answers come late or twice, queues are cleared: what is wanted is made, and once. */
final class NothingLostTest extends ShopTestCase
{
    public function test_two_workers_at_one_file_deliver_what_was_checked_whoever_comes_last(): void
    {
        $batch = $this->ordered();
        $order = $this->orders()[0];
        [$first, $second] = [Attempt::by('one', $order), Attempt::by('other', $order)];
        self::assertNotSame($order->targetKey($first), $order->targetKey($second), 'no two write the same file');

        // The first is not heard of, another begins; then the first comes back with something else.
        $this->tell(new PrintBegun($first));
        $this->tell(new PrintBegun($second));
        $this->tell($late = $this->made($order, $first, 'what the first made'));
        self::assertSame(PrintFileState::Making, $this->file($batch)->state(), 'its answer does not count');
        self::assertFalse($this->store()->has($late->key), 'and what it made is gone');
        $this->tell(new PrintFailed($order->printFileId, $first, 'Nor what it says of failing.'));
        $this->tell(new PrintProgress($first, 0.9));
        self::assertSame([PrintFileState::Making, 0.0], [$this->file($batch)->state(), $this->file($batch)->progress()]);

        $this->work();
        $file = $this->file($batch);
        self::assertSame(PrintFileState::Made, $file->state());
        $delivered = $this->deliveries()->folderPath($batch).'/'.$file->path();
        self::assertSame(hash_file('sha256', $delivered), $file->found()?->sha256);

        // And once more, after all is done.
        $this->tell(new PrintBegun($first));
        $this->tell($this->made($order, $first, 'what the first made'));
        self::assertSame($file->found()->sha256, hash_file('sha256', $delivered));
    }

    public function test_a_file_that_changed_after_its_check_is_not_delivered_but_made_again(): void
    {
        $batch = $this->ordered();
        $this->work(['press']);
        $made = glob($this->data.'/files/prints/*') ?: [];
        self::assertCount(1, $made);
        file_put_contents($made[0], 'one bit more', \FILE_APPEND);
        $this->work(['answers']);
        self::assertSame(PrintFileState::Queued, $this->file($batch)->state());
        self::assertFileDoesNotExist($this->deliveries()->folderPath($batch).'/'.$this->file($batch)->path());
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_a_host_that_ended_between_moving_and_noting_finds_the_checked_file_in_its_place(): void
    {
        $batch = $this->ordered();
        $this->work(['press']);
        $made = (glob($this->data.'/files/prints/*') ?: [])[0];
        $path = $this->store()->path($this->deliveries()->key($batch, (string) $this->file($batch)->path()));
        rename($made, $path);
        $this->work(['answers']);
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());

        // Where another lies there, it is not taken for the one that was checked.
        $other = $this->ordered();
        $this->work(['press']);
        $made = (glob($this->data.'/files/prints/*') ?: [])[0];
        unlink($made);
        $path = $this->store()->path($this->deliveries()->key($other, (string) $this->file($other)->path()));
        file_put_contents($path, 'from before');
        $this->work(['answers']);
        self::assertSame(PrintFileState::Queued, $this->file($other)->state());
    }

    public function test_work_that_the_queue_forgot_is_ordered_again(): void
    {
        $batch = $this->ordered();
        $this->entities()->flush();
        $this->reconcile();
        self::assertSame(1, $this->file($batch)->orders(), 'what waits is held, and left alone');

        $this->forget();
        $this->reconcile();
        self::assertSame(2, $this->file($batch)->orders());
        self::assertCount(1, $this->orders());

        // Killed when its worker had begun and another cleared the queue.
        $order = $this->orders()[0];
        $this->tell(new PrintBegun(Attempt::by('a worker', $order)));
        $this->forget();
        $this->reconcile();
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
        self::assertNotNull($this->deliveries()->lastRun($batch)?->finishedAt());
    }

    /** An order from before the shop's data was put back to an earlier state, or from before it was ordered again. */
    public function test_a_worker_that_follows_another_order_is_not_waited_for(): void
    {
        $batch = $this->ordered();
        $old = $this->orders()[0];
        $this->forget();
        $this->reconcile();
        $this->tell(new PrintBegun($attempt = Attempt::by('slow', $old)));
        $this->tell($late = $this->made($old, $attempt, 'by another recipe, maybe'));
        self::assertSame(PrintFileState::Queued, $this->file($batch)->state());
        self::assertFalse($this->store()->has($late->key));
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_an_answer_that_waits_for_the_host_is_held(): void
    {
        $batch = $this->ordered();
        $this->work(['press']);
        $this->reconcile();
        self::assertSame(1, $this->file($batch)->orders());
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_work_that_is_lost_again_and_again_is_given_up_with_a_word(): void
    {
        $batch = $this->ordered();
        for ($i = 0; $i < 6; ++$i) {
            $this->forget();
            $this->reconcile();
        }
        self::assertSame(PrintFileState::Failed, $this->file($batch)->state());
        self::assertStringContainsString('lost several times', (string) $this->file($batch)->reason());
        $this->reconcile();
        self::assertNotNull($this->deliveries()->lastRun($batch)?->finishedAt(), 'and the run is closed');
    }

    public function test_an_upload_whose_reading_was_forgotten_is_read(): void
    {
        $batch = $this->batch(['4x6']);
        $this->work(['answers']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $artwork->isReadAgain();
        $this->entities()->flush();
        $this->reconcile();
        $this->work();
        self::assertSame(IntakeState::Read, $artwork->state());
    }

    /** As after a kill between the shop's write and the queue's: state and message are in one transaction, so both are there. */
    public function test_what_was_written_but_not_sent_is_sent(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->lockQueue(function () use ($batch): void {
            $this->service(RunStarter::class)->start($batch);
        });
        self::assertSame(0, $this->work(), 'the queue knows of nothing');
        self::assertFalse($this->deliveries()->lastRun($batch)?->isPlanned());
        $this->entities()->getConnection()->executeStatement('UPDATE outbox SET claimed_until = 0');
        $this->reconcile();
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_a_run_that_was_started_and_never_planned_is_planned(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->entities()->persist(new PrintRun($batch));
        $this->entities()->flush();
        $this->reconcile();
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    /** Killed while the plan was being written, portion by portion. */
    public function test_a_plan_that_was_broken_off_is_begun_anew_and_doubles_nothing(): void
    {
        $batch = $this->ordered();
        $this->entities()->getConnection()->executeStatement('UPDATE print_run SET planned_at = NULL');
        $this->forget();
        $this->entities()->clear();
        $this->reconcile();
        $this->work();
        self::assertCount(1, $this->lastFiles($batch));
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_run_is_pressed_six_times_and_runs_once(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        for ($i = 0; $i < 6; ++$i) {
            $this->browser->request('POST', "/batches/{$batch->id()}/run", ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);
            self::assertResponseRedirects();
        }
        $this->work();
        self::assertSame(1, $this->entities()->getRepository(PrintRun::class)->count(['batch' => $batch]));
    }

    public function test_a_message_of_another_edition_is_taken_out_and_what_it_was_about_done(): void
    {
        $batch = $this->ordered();
        $this->queue()->executeStatement('UPDATE message SET body = ?', ['O:30:"Snugfit\\\\Work\\\\Message\\\\NotThere":0:{}']);
        self::assertSame(0, $this->work(['press']));
        $this->reconcile();
        $this->work();
        self::assertSame(PrintFileState::Made, $this->file($batch)->state());
    }

    public function test_a_master_that_is_not_the_given_file_any_more_makes_no_print(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $path = $this->store()->path(FileStore::masterKey($artwork->master()));
        chmod($path, 0o644);
        $bytes = (string) file_get_contents($path);
        $at = \strlen($bytes) - 40;
        $bytes[$at] = \chr(\ord($bytes[$at]) ^ 1);
        file_put_contents($path, $bytes);
        $this->press($batch);
        self::assertSame(PrintFileState::Failed, $this->file($batch)->state());
        self::assertStringContainsString('checksum', (string) $this->file($batch)->reason());

        $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        self::assertSame(PrintFileState::Made, $this->file($batch)->state(), 'giving the file again mends it');
    }

    /** A batch whose one print file waits in the workers' lane. */
    private function ordered(): Batch
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->service(RunStarter::class)->start($batch);
        $this->work(['answers']);

        return $batch;
    }

    /** @return list<MakePrint> that wait */
    private function orders(): array
    {
        $transport = $this->lane('press');

        return $transport instanceof LaneContents
            ? array_values(array_filter($transport->contents(), static fn (object $one): bool => $one instanceof MakePrint))
            : throw new \LogicException();
    }

    private function made(MakePrint $order, Attempt $attempt, string $bytes): PrintMade
    {
        $key = $order->targetKey($attempt);
        file_put_contents($this->store()->path($key), $bytes);
        $size = new PixelSize(1800, 1200);
        $facts = new PrintFileFacts(FileFormat::Jpeg, $size, 300, 300, 'sRGB', 3, false, 8, 1000, true, hash('sha256', $bytes));

        return new PrintMade($attempt, $key, $facts, 1.0);
    }

    private function tell(object $answer): void
    {
        $this->service(MessageBusInterface::class)->dispatch($answer);
        $this->work(['answers']);
    }

    private function file(Batch $batch): PrintFile
    {
        $files = $this->service(PrintFileRepository::class)->ofBatch($batch);

        return end($files) ?: throw new \LogicException('Nothing was planned.');
    }

    private function reconcile(): void
    {
        $this->service(Reconciler::class)->reconcile();
    }

    private function forget(): void
    {
        $this->queue()->executeStatement('DELETE FROM message');
    }

    /** @param \Closure(): void $act */
    private function lockQueue(\Closure $act): void
    {
        $this->queue()->executeStatement('PRAGMA busy_timeout = 1');
        $locker = new \PDO('sqlite:'.$this->data.'/queue.sqlite');
        $locker->exec('BEGIN IMMEDIATE');
        $act();
        $locker->exec('COMMIT');
    }

    private function queue(): Connection
    {
        $connection = static::getContainer()->get('doctrine.dbal.queue_connection');

        return $connection instanceof Connection ? $connection : throw new \LogicException();
    }

    private function store(): FileStore
    {
        return $this->service(FileStore::class);
    }
}
