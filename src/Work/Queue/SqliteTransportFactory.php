<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
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

    public function __construct(
        #[Autowire(service: 'doctrine.dbal.queue_connection')] private Connection $connection,
        private QueueFile $file,
        private LeaseKeeper $keeper,
        private ClockInterface $clock,
        private LoggerInterface $logger,
    ) {
    }

    /** @param array<mixed> $options */
    public function createTransport(#[\SensitiveParameter] string $dsn, array $options, SerializerInterface $serializer): TransportInterface
    {
        $lane = new QueueTable($this->connection, substr($dsn, \strlen(self::SCHEME)), $this->file, $this->clock);

        return new SqliteTransport($lane, $serializer, $this->keeper, $this->logger);
    }

    /** @param array<mixed> $options */
    public function supports(#[\SensitiveParameter] string $dsn, array $options): bool
    {
        return str_starts_with($dsn, self::SCHEME);
    }
}
