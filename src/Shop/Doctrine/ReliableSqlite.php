<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Doctrine\Bundle\DoctrineBundle\Middleware\ConnectionNameAwareInterface;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** Readers do not wait for a writer (WAL), writers wait for each other, and references hold. */
final class ReliableSqlite implements Middleware, ConnectionNameAwareInterface
{
    /** Milliseconds that a writer waits for another: at the queue all can try again, and do. */
    private const PATIENCE = ['default' => 15_000, 'queue' => 5_000];

    /** What the shop was told is on the disk; what the queue forgets at a power cut is ordered again. */
    private const SYNCHRONOUS = ['default' => 'FULL', 'queue' => 'NORMAL'];

    private string $connection = 'default';

    public function setConnectionName(string $name): void
    {
        $this->connection = $name;
    }

    public function wrap(Driver $driver): Driver
    {
        $pragmas = [
            'busy_timeout = '.(self::PATIENCE[$this->connection] ?? 0),
            'journal_mode = WAL',
            'synchronous = '.(self::SYNCHRONOUS[$this->connection] ?? 'FULL'),
            'foreign_keys = ON',
        ];

        return new class($driver, $pragmas) extends AbstractDriverMiddleware {
            /** @param list<string> $pragmas */
            public function __construct(Driver $driver, private readonly array $pragmas)
            {
                parent::__construct($driver);
            }

            public function connect(array $params): Connection
            {
                $connection = parent::connect($params);
                foreach ($this->pragmas as $pragma) {
                    $connection->exec('PRAGMA '.$pragma);
                }

                return new class($connection) extends AbstractConnectionMiddleware {
                    /**
                     * With the right to write from the beginning: one that reads first and writes then would be refused at once
                     * where another had written in between (sqlite.org/isolation.html). PDO can only begin the other kind, and has
                     * to know that a transaction is open. Where it fails, ReliableConnection begins anew.
                     */
                    public function beginTransaction(): void
                    {
                        parent::beginTransaction();
                        $this->exec('COMMIT');
                        $this->exec('BEGIN IMMEDIATE');
                    }
                };
            }
        };
    }
}
