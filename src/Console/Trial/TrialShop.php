<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** A real shop of its own in a folder of its own, opened by the start script. */
final class TrialShop extends TrialProgram
{
    public function __construct(string $projectDir, string $data, public readonly int $port)
    {
        parent::__construct($projectDir, $data, 'is open');
    }

    /** @param list<string> $options of the start script beside the port */
    public function open(array $options = []): void
    {
        $this->start(['bash', $this->projectDir.'/bin/snugfit', 'start', '--port', (string) $this->port, ...$options]);
    }

    public function database(string $name = 'shop'): \PDO
    {
        $database = new \PDO(\sprintf('sqlite:%s/%s.sqlite', $this->data, $name));
        $database->exec('PRAGMA busy_timeout = 5000');

        return $database;
    }

    /** @return list<array<string, scalar|null>> */
    public function rows(string $query): array
    {
        try {
            $found = $this->database()->query($query);

            /** @var list<array<string, scalar|null>> $rows */
            $rows = false === $found ? [] : $found->fetchAll(\PDO::FETCH_ASSOC);

            return $rows;
        } catch (\PDOException) {
            return [];
        }
    }

    public function number(string $query): int
    {
        return (int) (array_values($this->rows($query)[0] ?? [0])[0] ?? 0);
    }
}
