<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** A real shop of its own in a folder of its own, opened by the start script, whose processes can be ended. */
final class TrialShop
{
    private ?Process $start = null;

    public function __construct(
        public readonly string $projectDir,
        public readonly string $data,
        public readonly int $port,
    ) {
    }

    public function open(): void
    {
        (new Filesystem())->mkdir($this->data);
        $start = $this->start = new Process(
            ['bash', $this->projectDir.'/bin/snugfit', 'start', '--port', (string) $this->port],
            $this->projectDir,
            ['SNUGFIT_DATA' => $this->data],
            timeout: null,
        );
        $start->start();
        $this->until(120, static fn (): bool => str_contains($start->getOutput(), 'is open') || !$start->isRunning());
        if (!$this->isOpen()) {
            throw new TrialFailed('The shop does not open: '.$this->said());
        }
    }

    public function isOpen(): bool
    {
        return true === $this->start?->isRunning();
    }

    public function said(): string
    {
        return trim(($this->start?->getOutput() ?? '').($this->start?->getErrorOutput() ?? ''));
    }

    public function close(): void
    {
        $this->start?->stop(20);
        $this->start = null;
    }

    /** As by a crash of the machine: everything at once, and no time to end anything. */
    public function crash(): void
    {
        foreach ($this->processes('') as $pid) {
            @posix_kill($pid, \SIGKILL);
        }
        $this->start?->stop(0);
        $this->start = null;
        usleep(500_000);
    }

    /**
     * @param string $what a part of the command; empty for all of the shop's
     *
     * @return list<int>
     */
    public function processes(string $what): array
    {
        $found = [];
        foreach (glob('/proc/[0-9]*', \GLOB_ONLYDIR) ?: [] as $folder) {
            $command = str_replace("\0", ' ', (string) @file_get_contents($folder.'/cmdline'));
            $isOurs = str_contains($command, $this->data.'/')
                || str_contains((string) @file_get_contents($folder.'/environ'), 'SNUGFIT_DATA='.$this->data."\0");
            if ($isOurs && '' !== $command && ('' === $what || str_contains($command, $what)) && !str_contains($command, 'console trial')) {
                $found[] = (int) basename($folder);
            }
        }

        return $found;
    }

    /** @param \Closure(): bool $isSo */
    public function until(float $seconds, \Closure $isSo): bool
    {
        for ($until = microtime(true) + $seconds; microtime(true) < $until; usleep(100_000)) {
            if ($isSo()) {
                return true;
            }
        }

        return $isSo();
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
