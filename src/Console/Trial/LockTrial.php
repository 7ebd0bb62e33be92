<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** Another program holds a database for 5, 30, 120 seconds, in the midst of uploads and a run. */
final readonly class LockTrial implements Trial
{
    private const SECONDS = [5, 30, 120];

    public function name(): string
    {
        return 'locks';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $checks = new TrialChecks($shop);
        $done = [];
        $prints = 0;
        foreach (array_filter(self::SECONDS, static fn (int $seconds): bool => $seconds <= $size) as $seconds) {
            foreach (['shop', 'queue'] as $name) {
                $batch = $client->openBatch("Locks $name $seconds", '4x6', '8x12');
                $client->given = [];
                foreach (range(1, 3) as $i) {
                    $client->upload($batch, "lock-$name-$seconds-$i.png", $client->picture());
                }
                $checks->rests();
                $client->startRun($batch);
                $child = $this->lock($shop, $name, $seconds);
                usleep(500_000);
                $client->upload($batch, "lock-$name-$seconds-meanwhile.png", $client->picture());
                pcntl_waitpid($child, $status);
                $checks->rests();
                $client->startRun($batch);
                $checks->rests();
                $checks->holds($batch, $client->given);
                $prints += $checks->delivered($batch);
                $done[] = "$name $seconds s";
            }
        }
        $checks->verifies();

        return \sprintf('held %s; %d prints, each the checked bytes', implode(', ', $done), $prints);
    }

    private function lock(TrialShop $shop, string $name, int $seconds): int
    {
        $child = pcntl_fork();
        if (0 !== $child) {
            return $child;
        }
        $database = $shop->database($name);
        $database->exec('PRAGMA busy_timeout = 20000');
        $database->exec('BEGIN IMMEDIATE');
        sleep($seconds);
        $database->exec('COMMIT');
        posix_kill((int) getmypid(), \SIGKILL);
        exit(0);
    }
}
