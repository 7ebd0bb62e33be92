<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Driver\AbstractPostgreSQLDriver;
use Doctrine\DBAL\Driver\PDO\Connection;
use Doctrine\DBAL\Driver\PDO\Exception;

/**
 * DBAL's PostgreSQL driver, with an end to waiting: over a network that was cut the usual one waits a quarter of an hour for an
 * answer. The limits are libpq's (postgresql.org/docs/15/libpq-connect.html), which DBAL does not pass on.
 */
final class FarmDriver extends AbstractPostgreSQLDriver
{
    /** Seconds to connect, and until something that was sent has to be acknowledged. */
    private const CONNECTING = 4;
    private const SENDING = 8;

    private const PASSED_ON = ['host', 'port', 'dbname', 'sslmode', 'sslrootcert', 'sslcert', 'sslkey', 'gssencmode'];

    public function connect(#[\SensitiveParameter] array $params): Connection
    {
        $words = ['tcp_user_timeout='. 1000 * self::SENDING, 'keepalives_idle=10', 'keepalives_interval=5', 'keepalives_count=3'];
        foreach (self::PASSED_ON as $name) {
            $value = $params[$name] ?? null;
            if (\is_scalar($value)) {
                $words[] = \sprintf("%s='%s'", $name, addcslashes((string) $value, "'\\"));
            }
        }
        try {
            return new Connection(new \PDO('pgsql:'.implode(';', $words), $params['user'] ?? '', $params['password'] ?? '', [
                \PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION,
                \PDO::ATTR_TIMEOUT => self::CONNECTING,
                \PDO::PGSQL_ATTR_DISABLE_PREPARES => true,
            ]));
        } catch (\PDOException $e) {
            throw Exception::new($e);
        }
    }
}
