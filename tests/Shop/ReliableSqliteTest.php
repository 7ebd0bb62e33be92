<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\LockWaitTimeoutException;
use PHPUnit\Framework\TestCase;
use Snugfit\Shop\Doctrine\ReliableConnection;
use Snugfit\Shop\Doctrine\ReliableSqlite;

final class ReliableSqliteTest extends TestCase
{
    private string $path;

    protected function setUp(): void
    {
        $this->path = sys_get_temp_dir().'/snugfit-sqlite-'.bin2hex(random_bytes(6));
        $this->connection()->executeStatement('CREATE TABLE counter (value INTEGER)');
        $this->connection()->executeStatement('INSERT INTO counter VALUES (0)');
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob($this->path.'*') ?: []);
    }

    /** A plain transaction reads, and is refused when it writes, because the other has written since. */
    public function test_a_transaction_that_reads_first_may_write_since_nobody_else_does_meanwhile(): void
    {
        [$one, $other] = [$this->connection(), $this->connection()];
        $one->beginTransaction();
        $read = $one->fetchOne('SELECT value FROM counter');
        $this->assertLocked(static fn () => $other->executeStatement('UPDATE counter SET value = 5'));
        self::assertSame(0, $other->fetchOne('SELECT value FROM counter'), 'reading waits for nobody');
        $one->executeStatement('UPDATE counter SET value = ?', [is_numeric($read) ? $read + 1 : null]);
        $one->commit();
        self::assertSame(1, $other->fetchOne('SELECT value FROM counter'));
    }

    public function test_where_it_cannot_begin_it_can_later(): void
    {
        [$one, $other] = [$this->connection(), $this->connection()];
        $one->beginTransaction();
        $this->assertLocked(static fn () => $other->beginTransaction());
        $one->rollBack();
        $other->beginTransaction();
        $other->executeStatement('UPDATE counter SET value = 7');
        $other->commit();
        self::assertSame(7, $one->fetchOne('SELECT value FROM counter'));
    }

    public function test_what_is_rolled_back_was_not(): void
    {
        $one = $this->connection();
        $one->beginTransaction();
        $one->executeStatement('UPDATE counter SET value = 9');
        $one->rollBack();
        self::assertSame(0, $this->connection()->fetchOne('SELECT value FROM counter'));
    }

    private function connection(): Connection
    {
        $middleware = new ReliableSqlite();
        // Nobody waits for a lock that the test itself holds.
        $middleware->setConnectionName('a test\'s');

        return DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $this->path, 'wrapperClass' => ReliableConnection::class], (new Configuration())->setMiddlewares([$middleware]));
    }

    /** @param \Closure(): mixed $act */
    private function assertLocked(\Closure $act): void
    {
        try {
            $act();
            self::fail('It should be locked.');
        } catch (LockWaitTimeoutException $e) {
            self::assertStringContainsString('locked', $e->getMessage());
        }
    }
}
