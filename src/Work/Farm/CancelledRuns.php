<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseFailed;

/** Which runs were cancelled, as the queue tells other machines. */
final class CancelledRuns
{
    /** Seconds between two looks. */
    private const LOOK = 1.0;

    private float $looked = 0.0;

    /** @var array<int> that were told last */
    private array $runs = [];

    public function __construct(private readonly FarmDatabase $database)
    {
    }

    /**
     * Where the queue cannot be reached the host says it again with its next look round.
     *
     * @param list<int> $runs all of them
     */
    public function say(array $runs): void
    {
        try {
            $this->database->use(static function (Connection $connection) use ($runs): void {
                foreach ($runs as $run) {
                    $connection->executeStatement('INSERT INTO snugfit_cancelled (run) VALUES (?) ON CONFLICT DO NOTHING', [$run]);
                }
                $others = [] === $runs ? '' : \sprintf(' WHERE run NOT IN (%s)', implode(', ', $runs));
                $connection->executeStatement('DELETE FROM snugfit_cancelled'.$others);
            });
        } catch (DatabaseFailed) {
            return;
        }
    }

    /** Where the queue does not answer, what it told before holds. */
    public function has(int $run): bool
    {
        if (microtime(true) >= $this->looked + self::LOOK) {
            $this->looked = microtime(true);
            try {
                $runs = $this->database->use(
                    static fn (Connection $connection): array => $connection->fetchFirstColumn('SELECT run FROM snugfit_cancelled'),
                );
                $this->runs = array_map(intval(...), array_filter($runs, is_numeric(...)));
            } catch (DatabaseFailed) {
                return \in_array($run, $this->runs, true);
            }
        }

        return \in_array($run, $this->runs, true);
    }
}
