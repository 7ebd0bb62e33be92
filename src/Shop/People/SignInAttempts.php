<?php

declare(strict_types=1);

namespace Snugfit\Shop\People;

use Doctrine\DBAL\Connection;

/** Makes guessing slow: after some failures in a row each further try has to wait, twice as long as the one before. */
final readonly class SignInAttempts
{
    /** Failures without a wait, for a name and from an address, behind which there may be many people. */
    private const FREE_BY_NAME = 4;
    private const FREE_BY_ADDRESS = 20;

    /** Seconds that one waits at most. */
    private const MOST = 600;

    /** Seconds after which failures are forgotten. */
    private const FORGOTTEN = 86_400;

    public function __construct(private Connection $connection)
    {
    }

    /** @return int seconds that somebody has to wait before trying again */
    public function wait(string $name, string $address): int
    {
        return max($this->waitFor(self::byName($name), self::FREE_BY_NAME), $this->waitFor('from '.$address, self::FREE_BY_ADDRESS));
    }

    /** Before the password is looked at, so that many tries at once count too. */
    public function begun(string $name, string $address): void
    {
        foreach ([self::byName($name), 'from '.$address] as $subject) {
            $this->connection->executeStatement(
                'INSERT INTO sign_in_attempt (subject, failures, last_at) VALUES (?, 1, ?)
                    ON CONFLICT (subject) DO UPDATE SET failures = failures + 1, last_at = excluded.last_at',
                [$subject, time()],
            );
        }
    }

    public function succeeded(string $name, string $address): void
    {
        $this->connection->executeStatement(
            'DELETE FROM sign_in_attempt WHERE subject IN (?, ?) OR last_at < ?',
            [self::byName($name), 'from '.$address, time() - self::FORGOTTEN],
        );
    }

    private function waitFor(string $subject, int $free): int
    {
        $row = $this->connection->fetchAssociative('SELECT failures, last_at FROM sign_in_attempt WHERE subject = ?', [$subject]);
        if (false === $row || !is_numeric($row['failures']) || !is_numeric($row['last_at'])) {
            return 0;
        }
        $over = (int) $row['failures'] - $free;
        $wait = $over < 0 ? 0 : min(self::MOST, 2 ** min($over, 20));

        return max(0, (int) $row['last_at'] + $wait - time());
    }

    /** Names that nobody has are slowed as well, or one could tell them apart. */
    private static function byName(string $name): string
    {
        return 'name '.substr(hash('sha256', mb_strtolower(trim($name))), 0, 32);
    }
}
