<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception as DatabaseFailed;
use Doctrine\DBAL\Exception\MalformedDsnException;
use Doctrine\DBAL\Tools\DsnParser;
use Snugfit\Shop\Doctrine\ReliableConnection;

/** The PostgreSQL database that machines share. It holds nothing that the shop's own data does not tell. */
final class FarmDatabase
{
    private ?Connection $connection = null;
    private ?Connection $prolonging = null;
    private float $failedAt = 0.0;

    public function __construct(private readonly FarmSettings $settings)
    {
    }

    /** @throws FarmRefused where the address is none */
    public function connection(): Connection
    {
        return $this->connection ??= $this->open();
    }

    /** One for what a signal does in the midst of whatever else is under way. */
    public function prolonging(): Connection
    {
        return $this->prolonging ??= $this->open();
    }

    /**
     * @template T
     *
     * @param \Closure(Connection): T $act
     *
     * @return T
     *
     * @throws DatabaseFailed after which the next try connects anew
     */
    public function use(\Closure $act): mixed
    {
        try {
            return $act($this->connection());
        } catch (DatabaseFailed $e) {
            $this->failed();
            throw $e;
        }
    }

    public function failed(): void
    {
        $this->failedAt = microtime(true);
        $this->connection?->close();
        $this->prolonging?->close();
    }

    /** Seconds since it could not be reached; those who have work in hand prolong their loans first when it can be again. */
    public function secondsSinceFailure(): float
    {
        return microtime(true) - $this->failedAt;
    }

    /** Where it is, without who may use it. */
    public function where(): string
    {
        $params = $this->params();

        return \sprintf('%s:%s', $params['host'] ?? 'localhost', $params['port'] ?? 5432);
    }

    private function open(): Connection
    {
        if (!\extension_loaded('pdo_pgsql')) {
            throw FarmRefused::noDriver();
        }

        return DriverManager::getConnection(
            ['driverClass' => FarmDriver::class, 'wrapperClass' => ReliableConnection::class] + $this->params(),
        );
    }

    /** @return array{host?: string, port?: int, dbname?: string, user?: string, password?: string} */
    private function params(): array
    {
        try {
            $params = (new DsnParser(['postgresql' => 'pdo_pgsql', 'postgres' => 'pdo_pgsql']))->parse($this->settings->queue);
        } catch (MalformedDsnException) {
            throw FarmRefused::badQueue();
        }
        if ('pdo_pgsql' !== ($params['driver'] ?? null) || !isset($params['dbname'])) {
            throw FarmRefused::badQueue();
        }
        unset($params['driver']);

        return $params;
    }
}
