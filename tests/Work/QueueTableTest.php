<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use PHPUnit\Framework\TestCase;
use Snugfit\Work\Queue\LeasedMessage;
use Snugfit\Work\Queue\QueueTable;

final class QueueTableTest extends TestCase
{
    private Connection $connection;

    protected function setUp(): void
    {
        $this->connection = DriverManager::getConnection(['driver' => 'pdo_sqlite', 'memory' => true]);
    }

    public function test_messages_come_in_the_order_they_were_given(): void
    {
        $lane = $this->lane('press');
        foreach (['one', 'two', 'three'] as $body) {
            $lane->add($body, 0);
        }
        self::assertSame(['one', 'two', 'three', null], array_map(static fn (): ?string => $lane->take()?->body, range(1, 4)));
    }

    public function test_a_lent_message_is_nobody_elses_until_its_time_runs_out(): void
    {
        $lane = $this->lane('press');
        $lane->add('work', 0);
        $first = $this->taken($lane);
        self::assertSame(1, $first->deliveries);
        self::assertNull($this->lane('press')->take());

        $this->workerDies();
        $second = $this->taken($lane);
        self::assertSame([$first->id, 2], [$second->id, $second->deliveries]);
        $lane->remove($second->id);
        $this->workerDies();
        self::assertNull($lane->take());
    }

    public function test_a_worker_that_lives_prolongs_its_loan(): void
    {
        $lane = $this->lane('press');
        $lane->add('long work', 0);
        $message = $this->taken($lane);
        $this->workerDies();
        $lane->prolong($message->id);
        self::assertNull($lane->take());
    }

    public function test_lanes_do_not_mix(): void
    {
        $this->lane('press')->add('print', 0);
        $this->lane('quick')->add('preview', 0);
        self::assertSame([1, 1], [$this->lane('press')->count(), $this->lane('quick')->count()]);
        self::assertSame('preview', $this->lane('quick')->take()?->body);
        self::assertNull($this->lane('quick')->take());
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
        return new QueueTable($this->connection, $name);
    }

    private function taken(QueueTable $lane): LeasedMessage
    {
        return $lane->take() ?? throw new \LogicException('There should be a message.');
    }

    /** Its loans run out without a word. */
    private function workerDies(): void
    {
        $this->connection->executeStatement('UPDATE message SET lent_until = 1 WHERE lent_until > 0');
    }
}
