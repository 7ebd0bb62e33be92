<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\LockWaitTimeoutException;
use PHPUnit\Framework\TestCase;
use Psr\Log\NullLogger;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Doctrine\ReliableSqlite;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Message\MakePrint;
use Snugfit\Work\Queue\LaneTransport;
use Snugfit\Work\Queue\LeasedMessage;
use Snugfit\Work\Queue\LeaseKeeper;
use Snugfit\Work\Queue\QueueFile;
use Snugfit\Work\Queue\QueueTable;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\Serialization\PhpSerializer;

final class QueueTableTest extends TestCase
{
    private MockClock $clock;
    private DataFolder $data;

    protected function setUp(): void
    {
        $this->clock = new MockClock('2026-11-28 12:00:00');
        $this->data = new DataFolder(sys_get_temp_dir().'/snugfit-queue-'.bin2hex(random_bytes(6)));
        mkdir($this->data->path);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->data->path);
    }

    public function test_messages_come_in_the_order_they_were_given(): void
    {
        $lane = $this->lane('press');
        foreach (['one', 'two', 'three'] as $body) {
            $lane->add($body, 0);
        }
        self::assertSame(['one', 'two', 'three', null], array_map(static fn (): ?string => $lane->take()?->body, range(1, 4)));
    }

    public function test_a_dead_workers_message_goes_to_another_once_there_was_time_to_prolong_it(): void
    {
        $lane = $this->lane('press');
        $lane->add('work', 0);
        $first = $this->taken($lane);
        self::assertSame(1, $first->deliveries);
        $this->pass(QueueTable::LOAN - 1);
        self::assertNull($this->lane('press')->take(), 'it is lent');

        $this->pass(1);
        self::assertNull($this->lane('press')->take(), 'its time has run out, which is a doubt and no more');
        $this->pass(QueueTable::DOUBT - 1);
        self::assertNull($this->lane('press')->take());
        $this->pass(1);
        $second = $this->taken($this->lane('press'));
        self::assertSame([$first->id, 2], [$second->id, $second->deliveries]);
        self::assertNotSame($first->token, $second->token);
    }

    public function test_who_was_given_up_can_neither_prolong_nor_remove_what_is_anothers_now(): void
    {
        $lane = $this->lane('press');
        $lane->add('work', 0);
        $first = $this->taken($lane);
        $second = $this->takenOver();
        self::assertFalse($lane->prolong($first));
        self::assertFalse($lane->remove($first));
        self::assertSame(1, $lane->count());
        self::assertTrue($lane->prolong($second));
        self::assertTrue($lane->remove($second));
        self::assertSame(0, $lane->count());
    }

    public function test_a_worker_that_lives_keeps_its_message_however_long_the_work_takes(): void
    {
        $lane = $this->lane('press');
        $lane->add('long work', 0);
        $lease = $this->taken($lane);
        for ($second = 0; $second < 300; $second += 5) {
            $this->pass(5_000);
            self::assertTrue($lane->prolong($lease));
            self::assertNull($this->lane('press')->take());
        }
    }

    /** Found by locking the queue for longer than a loan: work was handed out twice, and both made the same file. */
    public function test_a_lock_that_is_longer_than_a_loan_takes_nothing_from_a_worker_that_lives(): void
    {
        [$lane, $other] = [$this->lane('press'), $this->lane('press')];
        $lane->add('work', 0);
        $lease = $this->taken($lane);
        $locker = new \PDO('sqlite:'.$this->data->queue());
        $locker->exec('BEGIN IMMEDIATE');
        $this->pass(120_000);
        $this->assertLocked(static fn () => $lane->prolong($lease));
        $this->assertLocked(static fn () => $other->take());
        $locker->exec('COMMIT');
        self::assertNull($other->take(), 'the other worker is quicker, and doubts');
        $this->pass(5_000);
        self::assertTrue($lane->prolong($lease), 'the holder says that it lives');
        $this->pass(QueueTable::DOUBT);
        self::assertNull($other->take());
    }

    /** Found as above: after one failure nothing was ever prolonged again, since the failure ended the alarm that does it. */
    public function test_a_keepalive_that_fails_is_swallowed_and_the_next_one_holds(): void
    {
        $keeper = new LeaseKeeper();
        $transport = new LaneTransport($this->lane('press'), new PhpSerializer(), $keeper, new NullLogger());
        $transport->send(new Envelope(new FeedPress(1)));
        $envelope = [...$transport->get()][0];
        $locker = new \PDO('sqlite:'.$this->data->queue());
        $locker->exec('BEGIN IMMEDIATE');
        $transport->keepalive($envelope);
        $locker->exec('COMMIT');
        self::assertFalse($keeper->isLost(), 'not to be heard is not to have lost');
        $transport->keepalive($envelope);
        $this->pass(QueueTable::LOAN - 1);
        self::assertNull($this->lane('press')->take());

        $this->pass(1);
        $this->takenOver(0);
        $transport->keepalive($envelope);
        self::assertTrue($keeper->isLost());
    }

    public function test_a_queue_file_that_is_broken_is_put_aside_and_begun_anew(): void
    {
        $lane = $this->lane('press');
        $lane->add('lost', 0);
        foreach (['', '-wal', '-shm'] as $part) {
            @unlink($this->data->queue().$part);
        }
        file_put_contents($this->data->queue(), random_bytes(20_000));
        $fresh = $this->lane('press');
        self::assertNull($fresh->take());
        $fresh->add('new', 0);
        self::assertSame('new', $this->lane('press')->take()?->body);
        self::assertCount(1, glob($this->data->queue().'.broken-*') ?: [], 'for whoever wants to look at it');
    }

    public function test_a_queue_file_that_was_taken_away_is_not_gone_on_with(): void
    {
        [$lane, $other] = [$this->lane('press'), $this->lane('press')];
        $lane->add('lost', 0);
        self::assertSame(1, $other->count());
        foreach (['', '-wal', '-shm'] as $part) {
            @unlink($this->data->queue().$part);
        }
        $lane->add('new', 0);
        self::assertSame('new', $other->take()?->body, 'both look at the same file');
    }

    public function test_a_clock_that_was_put_back_holds_nothing_for_hours(): void
    {
        $lane = $this->lane('press');
        $lane->add('in hand', 0);
        $this->taken($lane);
        $lane->add('waits', 0);
        $this->clock->modify('-3 hours');
        self::assertSame('waits', $lane->take()?->body);
        self::assertNull($lane->take(), 'its holder may be alive');
        $this->pass(QueueTable::DOUBT);
        self::assertSame('in hand', $this->taken($this->lane('press'))->body);
    }

    public function test_a_queue_from_before_loans_had_tokens_goes_on(): void
    {
        $old = new \PDO('sqlite:'.$this->data->queue());
        $old->exec('CREATE TABLE message (id INTEGER PRIMARY KEY AUTOINCREMENT, lane VARCHAR(40) NOT NULL, body TEXT NOT NULL,
            due_at INTEGER NOT NULL, lent_until INTEGER NOT NULL DEFAULT 0, deliveries INTEGER NOT NULL DEFAULT 0)');
        $old->exec("INSERT INTO message (lane, body, due_at) VALUES ('press', 'from before', 0)");
        self::assertSame('from before', $this->lane('press')->take()?->body);
    }

    public function test_an_order_from_before_there_were_machines_is_tried_again_like_any(): void
    {
        $order = (new \ReflectionClass(MakePrint::class))->newInstanceWithoutConstructor();
        $transport = new LaneTransport($this->lane('press'), new PhpSerializer(), new LeaseKeeper(), new NullLogger());
        $transport->send(new Envelope($order));
        self::assertSame(1, $this->lane('press')->count());
    }

    public function test_lanes_do_not_mix(): void
    {
        $this->lane('press')->add('print', 0);
        $this->lane('quick')->add('preview', 0);
        self::assertSame([1, 1], [$this->lane('press')->count(), $this->lane('quick')->count()]);
        self::assertSame('preview', $this->lane('quick')->take()?->body);
        self::assertNull($this->lane('quick')->take());
        self::assertSame(['preview'], $this->lane('quick')->bodies(), 'what is in a worker\'s hands is held');
    }

    public function test_a_delayed_message_waits(): void
    {
        $lane = $this->lane('press');
        $lane->add('later', 60_000);
        $lane->add('now', 0);
        self::assertSame('now', $lane->take()?->body);
        self::assertNull($lane->take());
    }

    private function lane(string $name): QueueTable
    {
        $middleware = new ReliableSqlite();
        // Nobody waits for a lock that the test itself holds.
        $middleware->setConnectionName('a test\'s');
        $configuration = (new Configuration())->setMiddlewares([$middleware]);
        $connection = DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $this->data->queue()], $configuration);

        return new QueueTable($connection, $name, new QueueFile($this->data, new NullLogger()), $this->clock);
    }

    private function taken(QueueTable $lane): LeasedMessage
    {
        return $lane->take() ?? throw new \LogicException('There should be a message.');
    }

    /** By another worker, after the holder was not heard of. */
    private function takenOver(int $silence = QueueTable::LOAN): LeasedMessage
    {
        $other = $this->lane('press');
        $this->pass($silence);
        self::assertNull($other->take());
        $this->pass(QueueTable::DOUBT);

        return $this->taken($other);
    }

    private function pass(int $milliseconds): void
    {
        $this->clock->sleep($milliseconds / 1000);
    }

    /** @param \Closure(): mixed $act */
    private function assertLocked(\Closure $act): void
    {
        try {
            $act();
            self::fail('The queue should be locked.');
        } catch (LockWaitTimeoutException $e) {
            self::assertStringContainsString('locked', $e->getMessage());
        }
    }
}
