<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** Readers do not wait for a writer (WAL), writers wait for each other, and references hold. */
final readonly class ReliableSqlite implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(array $params): Connection
            {
                $connection = parent::connect($params);
                foreach (['busy_timeout = 15000', 'journal_mode = WAL', 'synchronous = NORMAL', 'foreign_keys = ON'] as $pragma) {
                    $connection->exec('PRAGMA '.$pragma);
                }

                return $connection;
            }
        };
    }
}
