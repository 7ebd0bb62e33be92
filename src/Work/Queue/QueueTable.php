<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\TableNotFoundException;

/**
 * One lane of messages in a table. A message is lent to a worker for a short time, which the worker prolongs while it
 * lives; where the worker dies, the time runs out and the next worker gets it.
 */
final class QueueTable
{
    /** Milliseconds that a message is lent for. Workers prolong it every five seconds. */
    private const LOAN = 15_000;

    private const SCHEMA = 'CREATE TABLE IF NOT EXISTS message (
            id INTEGER PRIMARY KEY AUTOINCREMENT, lane VARCHAR(40) NOT NULL, body TEXT NOT NULL,
            due_at INTEGER NOT NULL, lent_until INTEGER NOT NULL DEFAULT 0, deliveries INTEGER NOT NULL DEFAULT 0
        )';

    private bool $isReady = false;

    public function __construct(private readonly Connection $connection, private readonly string $lane)
    {
    }

    /** @param int $delay milliseconds until it may be taken */
    public function add(string $body, int $delay): int
    {
        $this->prepare();
        $this->connection->insert('message', ['lane' => $this->lane, 'body' => $body, 'due_at' => self::now() + $delay]);

        return (int) $this->connection->lastInsertId();
    }

    public function take(): ?LeasedMessage
    {
        $this->prepare();
        $now = self::now();
        $free = 'SELECT id FROM message WHERE lane = :lane AND due_at <= :now AND lent_until <= :now ORDER BY id LIMIT 1';
        // Looking does not lock; only a worker that sees something to take writes.
        if (false === $this->connection->fetchOne($free, ['lane' => $this->lane, 'now' => $now])) {
            return null;
        }
        $row = $this->connection->fetchAssociative(
            "UPDATE message SET lent_until = :until, deliveries = deliveries + 1 WHERE id = ($free) RETURNING id, body, deliveries",
            ['lane' => $this->lane, 'now' => $now, 'until' => $now + self::LOAN],
        );
        if (false === $row || !is_numeric($row['id']) || !\is_string($row['body']) || !is_numeric($row['deliveries'])) {
            return null;
        }

        return new LeasedMessage((int) $row['id'], $row['body'], (int) $row['deliveries']);
    }

    public function prolong(int $id): void
    {
        $this->connection->executeStatement('UPDATE message SET lent_until = ? WHERE id = ?', [self::now() + self::LOAN, $id]);
    }

    public function remove(int $id): void
    {
        $this->connection->delete('message', ['id' => $id]);
    }

    public function count(): int
    {
        $this->prepare();
        $count = $this->connection->fetchOne('SELECT COUNT(*) FROM message WHERE lane = ?', [$this->lane]);

        return is_numeric($count) ? (int) $count : 0;
    }

    private function prepare(): void
    {
        if ($this->isReady) {
            return;
        }
        try {
            $this->connection->fetchOne('SELECT 1 FROM message LIMIT 1');
        } catch (TableNotFoundException) {
            $this->connection->executeStatement(self::SCHEMA);
            $this->connection->executeStatement('CREATE INDEX IF NOT EXISTS message_lane ON message (lane, due_at, lent_until, id)');
        }
        $this->isReady = true;
    }

    private static function now(): int
    {
        return (int) (microtime(true) * 1000);
    }
}
