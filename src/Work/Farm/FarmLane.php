<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseFailed;
use Psr\Log\LoggerInterface;
use Snugfit\Work\Queue\Lane;
use Snugfit\Work\Queue\LeasedMessage;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\Connection as Polling;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\PostgreSqlConnection as Listening;

/**
 * A lane in PostgreSQL, by Symfony's Doctrine transport: SKIP LOCKED to take, LISTEN to wait. Each lane is a table, so that nobody
 * wakes for another's; in it lie a queue for everybody and one for each machine. Queues are named after the program's edition, so
 * that machines of different ones never see each other's messages. Beside it stand the loans, with token and count.
 */
final class FarmLane implements Lane
{
    /** Seconds after which what nobody has prolonged is lent to another. Workers prolong it every five. */
    public const LOAN = 20;

    /** Milliseconds to wait for a word from the queue: the worker looks after other things between two. */
    private const LISTEN = 1000;

    /** Milliseconds after which one looks without a word: for what is overdue, or due only now. */
    private const LOOK = 3000;

    /** Seconds with nothing of its own after which a machine takes what was meant for others. */
    private const IDLE = 1.0;

    /** Seconds after the queue was gone in which nothing is taken: whoever has work in hand prolongs it first. */
    private const GRACE = 6.0;

    /** Microseconds to wait where the queue cannot be reached. */
    private const PAUSE = 1_000_000;

    private ?Listening $own = null;

    /** @var array<string, Polling> by queue */
    private array $others = [];

    private float $lastOwn = 0.0;

    public function __construct(
        private readonly FarmDatabase $database,
        private readonly FarmMembership $membership,
        private readonly string $lane,
        private readonly string $edition,
        /** Whose queue this process takes from first; null where the lane has one for everybody only. */
        private readonly ?string $machine,
        private readonly LoggerInterface $logger,
    ) {
    }

    public static function table(string $lane): string
    {
        return 'snugfit_'.$lane;
    }

    /** Makes its table where there is none. */
    public function prepare(): void
    {
        $this->polling($this->queue(null))->setup();
    }

    public function add(string $body, int $delay, ?string $machine = null): int
    {
        return $this->database->use(fn (): int => (int) $this->polling($this->queue($machine))->send($body, [], $delay));
    }

    public function take(): ?LeasedMessage
    {
        try {
            return $this->isGivingWay() ? null : $this->membership->ifWelcome($this->takeOne(...));
        } catch (DatabaseFailed|\PDOException $e) {
            $this->lostQueue($e);

            return null;
        }
    }

    public function prolong(LeasedMessage $lease): bool
    {
        $sql = 'UPDATE %s SET delivered_at = now() AT TIME ZONE \'UTC\' WHERE id = :id
            AND EXISTS (SELECT 1 FROM snugfit_loan WHERE lane = :lane AND message = :id AND token = :token)';
        try {
            return 0 < $this->database->prolonging()->executeStatement(\sprintf($sql, self::table($this->lane)), $this->values($lease));
        } catch (DatabaseFailed $e) {
            $this->database->prolonging()->close();
            throw $e;
        }
    }

    public function remove(LeasedMessage $lease): bool
    {
        $sql = 'WITH loan AS (DELETE FROM snugfit_loan WHERE lane = :lane AND message = :id AND token = :token RETURNING message)
            DELETE FROM %s WHERE id IN (SELECT message FROM loan)';
        try {
            return $this->database->use(
                fn (Connection $connection): bool => 0 < $connection->executeStatement(
                    \sprintf($sql, self::table($this->lane)),
                    $this->values($lease),
                ),
            );
        } catch (DatabaseFailed $e) {
            // What it was about is done and answered. It is handed out once more, and the host does not take that in.
            $this->logger->warning('A message that was done could not be taken out.', ['exception' => $e]);

            return false;
        }
    }

    public function count(): int
    {
        return $this->database->use(fn (Connection $connection): int => self::int(
            $connection->fetchOne(\sprintf('SELECT count(*) FROM %s WHERE %s', self::table($this->lane), self::MINE), $this->mine()),
        ));
    }

    public function bodies(): array
    {
        return $this->database->use(fn (Connection $connection): array => array_values(array_filter(
            $connection->fetchFirstColumn(
                \sprintf('SELECT body FROM %s WHERE %s ORDER BY id', self::table($this->lane), self::MINE),
                $this->mine(),
            ),
            is_string(...),
        )));
    }

    /** Seconds that the oldest message waits which could be taken; null where none does. */
    public function oldestWait(): ?int
    {
        $sql = 'SELECT extract(epoch FROM now() AT TIME ZONE \'UTC\' - min(available_at)) FROM %s
            WHERE delivered_at IS NULL AND available_at <= now() AT TIME ZONE \'UTC\' AND '.self::MINE;
        $oldest = $this->database->use(
            fn (Connection $connection): mixed => $connection->fetchOne(\sprintf($sql, self::table($this->lane)), $this->mine()),
        );

        return null === $oldest ? null : self::int($oldest);
    }

    /** Takes away what other editions left, which nobody will take up: what it was about is ordered again. */
    public function forgetOtherEditions(): void
    {
        $this->database->use(fn (Connection $connection): int|string => $connection->executeStatement(
            \sprintf('DELETE FROM %s WHERE NOT (%s)', self::table($this->lane), self::MINE),
            $this->mine(),
        ));
    }

    private const MINE = '(queue_name = :everybody OR starts_with(queue_name, :everybody || \':\'))';

    /** @return array{everybody: string} */
    private function mine(): array
    {
        return ['everybody' => $this->queue(null)];
    }

    private function takeOne(): ?LeasedMessage
    {
        $row = $this->own()->get();
        if (null !== $row) {
            $this->lastOwn = microtime(true);
        } elseif (null !== $this->machine) {
            $row = $this->polling($this->queue(null))->get() ?? $this->meantForAnother();
        }

        return null === $row ? null : $this->lend($row);
    }

    /** @return ?array<mixed> */
    private function meantForAnother(): ?array
    {
        if (microtime(true) - $this->lastOwn < self::IDLE) {
            return null;
        }
        $sql = 'SELECT queue_name FROM %s WHERE %s AND available_at <= now() AT TIME ZONE \'UTC\'
            AND (delivered_at IS NULL OR delivered_at < now() AT TIME ZONE \'UTC\' - interval \'%d seconds\')
            GROUP BY queue_name ORDER BY count(*) DESC';
        $queues = $this->database->connection()->fetchFirstColumn(
            \sprintf($sql, self::table($this->lane), self::MINE, self::LOAN),
            $this->mine(),
        );
        foreach (array_filter($queues, is_string(...)) as $queue) {
            $row = $this->polling($queue)->get();
            if (null !== $row) {
                return $row;
            }
        }

        return null;
    }

    /** @param array<mixed> $row */
    private function lend(array $row): LeasedMessage
    {
        $token = bin2hex(random_bytes(8));
        $id = self::int($row['id'] ?? null);
        $deliveries = $this->database->connection()->fetchOne(
            'INSERT INTO snugfit_loan (lane, message, token, deliveries) VALUES (?, ?, ?, 1) ON CONFLICT (lane, message)
                DO UPDATE SET token = excluded.token, deliveries = snugfit_loan.deliveries + 1 RETURNING deliveries',
            [$this->lane, $id, $token],
        );
        $body = $row['body'] ?? null;

        return new LeasedMessage($id, $token, \is_string($body) ? $body : '', self::int($deliveries));
    }

    private function isGivingWay(): bool
    {
        if ($this->database->secondsSinceFailure() >= self::GRACE) {
            return false;
        }
        usleep(self::PAUSE);

        return true;
    }

    private function lostQueue(\Throwable $e): void
    {
        $this->logger->warning('The queue cannot be reached; it is tried again.', ['exception' => $e]);
        $this->database->failed();
        $this->forgetOwn();
        $this->others = [];
        $this->membership->queueIsGone();
        usleep(self::PAUSE);
    }

    /** It would say goodbye to a queue that is not there, and fail. */
    private function forgetOwn(): void
    {
        $forget = function (): void {
            $this->own = null;
        };
        try {
            $forget();
        } catch (DatabaseFailed $e) {
            $this->logger->debug('The queue was left without a word.', ['exception' => $e]);
        }
    }

    private function own(): Listening
    {
        return $this->own ??= new Listening(
            $this->options($this->queue($this->machine)) + ['get_notify_timeout' => self::LISTEN, 'check_delayed_interval' => self::LOOK],
            $this->database->connection(),
        );
    }

    private function polling(string $queue): Polling
    {
        return $this->others[$queue] ??= new Polling($this->options($queue), $this->database->connection());
    }

    /** @return array<string, mixed> */
    private function options(string $queue): array
    {
        return [
            'table_name' => self::table($this->lane),
            'queue_name' => $queue,
            'redeliver_timeout' => self::LOAN,
            'auto_setup' => false,
        ];
    }

    private function queue(?string $machine): string
    {
        return $this->lane.'@'.$this->edition.(null === $machine ? '' : ':'.$machine);
    }

    /** @return array{lane: string, id: int, token: string} */
    private function values(LeasedMessage $lease): array
    {
        return ['lane' => $this->lane, 'id' => $lease->id, 'token' => $lease->token];
    }

    private static function int(mixed $value): int
    {
        return is_numeric($value) ? (int) $value : 0;
    }
}
