<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportFactoryInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Makes transports for addresses like "snugfit-dbal://press".
 *
 * @implements TransportFactoryInterface<SqliteTransport>
 */
final readonly class SqliteTransportFactory implements TransportFactoryInterface
{
    private const SCHEME = 'snugfit-dbal://';

    public function __construct(#[Autowire(service: 'doctrine.dbal.queue_connection')] private Connection $connection)
    {
    }

    /** @param array<mixed> $options */
    public function createTransport(#[\SensitiveParameter] string $dsn, array $options, SerializerInterface $serializer): TransportInterface
    {
        return new SqliteTransport(new QueueTable($this->connection, substr($dsn, \strlen(self::SCHEME))), $serializer);
    }

    /** @param array<mixed> $options */
    public function supports(#[\SensitiveParameter] string $dsn, array $options): bool
    {
        return str_starts_with($dsn, self::SCHEME);
    }
}
