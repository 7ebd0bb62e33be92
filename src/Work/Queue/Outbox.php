<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Snugfit\Shop\Entity\OutboxMessage;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\Serialization\PhpSerializer;

/**
 * Messages that follow from a change of the shop's data: they are written with it, in one transaction, and sent afterwards.
 * The queue is another database, so that a process that ends between the two would otherwise leave work that nobody does. A
 * message may go out twice; whoever gets it must bear that.
 */
final readonly class Outbox
{
    /** Seconds that one process has for sending what it took. */
    private const CLAIM = 30;

    /** Messages sent at a time. */
    private const AT_ONCE = 50;

    private PhpSerializer $serializer;

    public function __construct(
        private EntityManagerInterface $entities,
        private MessageBusInterface $bus,
        private LoggerInterface $logger,
    ) {
        $this->serializer = new PhpSerializer();
    }

    /** Goes with what is flushed next. */
    public function add(object $message): void
    {
        $this->entities->persist(new OutboxMessage($this->serializer->encode(new Envelope($message))['body']));
    }

    /** Sends what was flushed. Where the queue cannot be written to, the host tries again (Run\Reconciler). */
    public function send(): void
    {
        try {
            while ($this->sendSome()) {
            }
        } catch (\Throwable $e) {
            $this->logger->warning('Messages wait for the queue.', ['exception' => $e]);
        }
    }

    public function isEmpty(): bool
    {
        return false === $this->entities->getConnection()->fetchOne('SELECT 1 FROM outbox LIMIT 1');
    }

    /** @return bool whether there may be more */
    private function sendSome(): bool
    {
        $connection = $this->entities->getConnection();
        $waiting = 'SELECT id FROM outbox WHERE claimed_until <= :now ORDER BY id LIMIT '.self::AT_ONCE;
        if (false === $connection->fetchOne($waiting, ['now' => time()])) {
            return false;
        }
        $taken = $connection->fetchAllKeyValue(
            "UPDATE outbox SET claimed_until = :until WHERE id IN ($waiting) RETURNING id, body",
            ['now' => time(), 'until' => time() + self::CLAIM],
        );
        ksort($taken);
        foreach (array_filter($taken, is_string(...)) as $body) {
            $this->bus->dispatch($this->serializer->decode(['body' => $body])->getMessage());
        }
        $connection->executeStatement('DELETE FROM outbox WHERE id IN (?)', [array_keys($taken)], [ArrayParameterType::INTEGER]);

        return self::AT_ONCE === \count($taken);
    }
}
