<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;

/**
 * A lane in SQLite, for one machine. Where a loan has run out another worker first says that it would take the message over, and
 * takes it only when nobody has prolonged the loan for a while after: the holder may be alive, and have been kept from writing by
 * the same lock as everybody else.
 */
final class QueueTable implements Lane
{
    /** Milliseconds that a message is lent for. Workers prolong it every five seconds. */
    public const LOAN = 15_000;

    /** Milliseconds from the first doubt about a holder until the message is lent to another: time to prolong it twice. */
    public const DOUBT = 10_000;

    /** Nobody delays a message for longer: one that is due so late was given by a clock that was put back since. */
    private const NEVER = 600_000;

    private const SCHEMA = 'CREATE TABLE IF NOT EXISTS message (
            id INTEGER PRIMARY KEY AUTOINCREMENT, lane VARCHAR(40) NOT NULL, body TEXT NOT NULL,
            due_at INTEGER NOT NULL, lent_until INTEGER NOT NULL DEFAULT 0, deliveries INTEGER NOT NULL DEFAULT 0,
            token VARCHAR(16) DEFAULT NULL, doubted_at INTEGER NOT NULL DEFAULT 0
        )';

    private bool $isReady = false;

    public function __construct(
        private readonly Connection $connection,
        private readonly string $lane,
        private readonly QueueFile $file,
        private readonly ClockInterface $clock,
    ) {
    }

    public function add(string $body, int $delay, ?string $machine = null): int
    {
        return $this->use(function () use ($body, $delay): int {
            $this->connection->insert('message', ['lane' => $this->lane, 'body' => $body, 'due_at' => $this->now() + $delay]);

            return (int) $this->connection->lastInsertId();
        });
    }

    public function take(): ?LeasedMessage
    {
        return $this->use(function (): ?LeasedMessage {
            $now = $this->now();
            // Looking does not lock; only a worker that sees something to take writes.
            $this->doubt($now);
            $free = 'SELECT id FROM message WHERE lane = :lane AND (due_at <= :now OR due_at > :never)
                AND (lent_until = 0 OR (lent_until <= :now AND doubted_at > 0 AND doubted_at <= :doubt)) ORDER BY id LIMIT 1';
            $values = ['lane' => $this->lane, 'now' => $now, 'never' => $now + self::NEVER, 'doubt' => $now - self::DOUBT];
            if (false === $this->connection->fetchOne($free, $values)) {
                return null;
            }
            $row = $this->connection->fetchAssociative(
                "UPDATE message SET lent_until = :until, token = :token, doubted_at = 0, deliveries = deliveries + 1
                    WHERE id = ($free) RETURNING id, token, body, deliveries",
                $values + ['until' => $now + self::LOAN, 'token' => bin2hex(random_bytes(8))],
            );
            // Another was quicker.
            if (false === $row) {
                return null;
            }
            [$id, $token, $body, $deliveries] = array_values($row);

            return \is_string($token) && \is_string($body) && is_numeric($id) && is_numeric($deliveries)
                ? new LeasedMessage((int) $id, $token, $body, (int) $deliveries)
                : null;
        });
    }

    public function prolong(LeasedMessage $lease): bool
    {
        return $this->use(fn (): bool => 0 < $this->connection->executeStatement(
            'UPDATE message SET lent_until = ?, doubted_at = 0 WHERE id = ? AND token = ?',
            [$this->now() + self::LOAN, $lease->id, $lease->token],
        ));
    }

    public function remove(LeasedMessage $lease): bool
    {
        return $this->use(fn (): bool => 0 < $this->connection->delete('message', ['id' => $lease->id, 'token' => $lease->token]));
    }

    public function count(): int
    {
        return $this->use(function (): int {
            $count = $this->connection->fetchOne('SELECT COUNT(*) FROM message WHERE lane = ?', [$this->lane]);

            return is_numeric($count) ? (int) $count : 0;
        });
    }

    public function bodies(): array
    {
        return $this->use(
            fn (): array => array_values(array_filter(
                $this->connection->fetchFirstColumn('SELECT body FROM message WHERE lane = ? ORDER BY id', [$this->lane]),
                is_string(...),
            )),
        );
    }

    private function doubt(int $now): void
    {
        // Nobody lends for longer: who did had a clock that was ahead, or the clock was put back since.
        $overdue = 'lane = :lane AND lent_until > 0 AND doubted_at = 0 AND (lent_until <= :now OR lent_until > :latest)';
        $values = ['lane' => $this->lane, 'now' => $now, 'latest' => $now + 2 * self::LOAN];
        if (false !== $this->connection->fetchOne('SELECT 1 FROM message WHERE '.$overdue, $values)) {
            $this->connection->executeStatement('UPDATE message SET lent_until = 1, doubted_at = :now WHERE '.$overdue, $values);
        }
    }

    /**
     * @template T
     *
     * @param \Closure(): T $act
     *
     * @return T
     */
    private function use(\Closure $act): mixed
    {
        return $this->file->replacedIfBroken($this->connection, function () use ($act): mixed {
            $this->prepare();

            return $act();
        }, function (): void {
            $this->isReady = false;
        });
    }

    private function prepare(): void
    {
        if ($this->isReady) {
            return;
        }
        $columns = $this->connection->fetchFirstColumn("SELECT name FROM pragma_table_info('message')");
        if ([] === $columns) {
            $this->connection->executeStatement(self::SCHEMA);
            $this->connection->executeStatement('CREATE INDEX IF NOT EXISTS message_lane ON message (lane, due_at, lent_until, id)');
        } elseif (!\in_array('token', $columns, true)) {
            // From before loans had tokens, opened by the first process of this edition.
            $this->connection->transactional(static function (Connection $connection): void {
                $connection->executeStatement('ALTER TABLE message ADD COLUMN token VARCHAR(16) DEFAULT NULL');
                $connection->executeStatement('ALTER TABLE message ADD COLUMN doubted_at INTEGER NOT NULL DEFAULT 0');
            });
        }
        $this->isReady = true;
    }

    private function now(): int
    {
        return (int) $this->clock->now()->format('Uv');
    }
}
