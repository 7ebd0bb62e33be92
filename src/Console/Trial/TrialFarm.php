<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Snugfit\Work\Child\ProcessTree;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** A queue and a store on this machine, and machines that work by them, each at the end of a cable or all on this one. */
final class TrialFarm
{
    private const QUEUE = 5493;
    private const STORE = 9493;

    /** @var array<string, TrialMachine> */
    public array $machines = [];

    private ?Process $queue = null;
    private ?Process $store = null;

    public function __construct(private readonly TrialShop $shop, public readonly ?TrialNetwork $network = null)
    {
    }

    /** @return list<string> of the start scripts */
    public function options(string $address = '127.0.0.1'): array
    {
        return [
            \sprintf('--queue=postgresql://snugfit:snugfit@%s:%d/snugfit', $address, self::QUEUE),
            \sprintf('--store=s3://S3RVER:S3RVER@%s:%d/snugfit?tls=no', $address, self::STORE),
        ];
    }

    public function machine(string $name): TrialMachine
    {
        [$queue, $store] = $this->options($this->network?->connect($name) ?? '127.0.0.1');
        $command = ['env', 'SNUGFIT_QUEUE='.substr($queue, 8), 'SNUGFIT_STORE='.substr($store, 8)];

        return $this->machines[$name] = new TrialMachine(
            $this->shop->projectDir,
            $this->shop->data.'-'.$name,
            $name,
            [...$this->network?->on($name) ?? [], ...$command],
        );
    }

    public function startQueue(): void
    {
        $folder = $this->shop->data.'-queue';
        $this->queue = $this->server(['bash', 'tools/farm/postgres.sh', $folder, (string) self::QUEUE, '*'], self::QUEUE);
        // It takes connections before it answers them.
        $this->shop->until(20, static function (): bool {
            try {
                return [] !== (array) self::database()->query('SELECT 1');
            } catch (\PDOException) {
                return false;
            }
        });
    }

    private static function database(): \PDO
    {
        return new \PDO(\sprintf('pgsql:host=127.0.0.1;port=%d;dbname=snugfit', self::QUEUE), 'snugfit', 'snugfit');
    }

    public function startStore(): void
    {
        $this->store = $this->server(
            ['node', 'tools/farm/s3.mjs', $this->shop->data.'-store', (string) self::STORE, '0.0.0.0'],
            self::STORE,
        );
    }

    /** As by a crash: the server's processes, however many, end at once. */
    public function killQueue(): void
    {
        array_map(static fn (int $pid): bool => @posix_kill($pid, \SIGKILL), $this->queueProcesses());
        $this->queue?->stop(5);
    }

    /** @return list<int> the server, and what it has a process of its own for: connections, and looking after itself */
    public function queueProcesses(): array
    {
        $server = (int) @file_get_contents($this->shop->data.'-queue/data/postmaster.pid');

        return [$server, ...ProcessTree::children($server)];
    }

    /** @return list<int> */
    public function storeProcesses(): array
    {
        $pid = $this->store?->getPid();

        return null === $pid ? [] : [$pid];
    }

    /** How many messages went through a lane so far. */
    public function messages(string $lane): int
    {
        $last = self::database()->query("SELECT last_value FROM snugfit_{$lane}_id_seq");

        return false === $last ? 0 : (int) $last->fetchColumn();
    }

    public function killStore(): void
    {
        $this->store?->stop(0);
    }

    public function close(): void
    {
        foreach ($this->machines as $machine) {
            $machine->close();
        }
        $this->queue?->stop(10, \SIGINT);
        $this->killStore();
        $this->network?->remove();
    }

    /** What it kept. */
    public function remove(): void
    {
        (new Filesystem())->remove(glob($this->shop->data.'-*') ?: []);
    }

    /** @param list<string> $command */
    private function server(array $command, int $port): Process
    {
        $server = new Process($command, $this->shop->projectDir, timeout: null);
        $server->start();
        $isUp = $this->shop->until(60, static function () use ($port): bool {
            $socket = @fsockopen('127.0.0.1', $port, timeout: 1);

            return false !== $socket && fclose($socket);
        });
        if (!$isUp) {
            throw new TrialFailed(\sprintf('%s does not start: %s', $command[1], $server->getErrorOutput()));
        }

        return $server;
    }
}
