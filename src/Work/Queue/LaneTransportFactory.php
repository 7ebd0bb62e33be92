<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Snugfit\Work\Farm\FarmLaneFactory;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportFactoryInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Makes transports for addresses like "snugfit-lane://press": in the shop's own queue, or in the farm's where there is one.
 *
 * @implements TransportFactoryInterface<LaneTransport>
 */
final readonly class LaneTransportFactory implements TransportFactoryInterface
{
    private const SCHEME = 'snugfit-lane://';

    public function __construct(
        #[Autowire(service: 'doctrine.dbal.queue_connection')] private Connection $connection,
        private QueueFile $file,
        private FarmLaneFactory $farm,
        private LeaseKeeper $keeper,
        private ClockInterface $clock,
        private LoggerInterface $logger,
    ) {
    }

    /** @param array<mixed> $options */
    public function createTransport(#[\SensitiveParameter] string $dsn, array $options, SerializerInterface $serializer): TransportInterface
    {
        $name = substr($dsn, \strlen(self::SCHEME));
        $lane = $this->farm->lane($name) ?? new QueueTable($this->connection, $name, $this->file, $this->clock);

        return new LaneTransport($lane, $serializer, $this->keeper, $this->logger);
    }

    /** @param array<mixed> $options */
    public function supports(#[\SensitiveParameter] string $dsn, array $options): bool
    {
        return str_starts_with($dsn, self::SCHEME);
    }
}
