<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** Thirty people look about for a minute while a run is going. */
final readonly class CrowdTrial implements Trial
{
    private const PEOPLE = 30;

    public function name(): string
    {
        return 'crowd';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $checks = new TrialChecks($shop);
        $batch = $client->openBatch('Crowd', '4x6', '5x7', '8x12');
        $client->given = [];
        foreach (range(1, 8) as $i) {
            $client->upload($batch, "crowd-$i.png", $client->picture());
        }
        $checks->rests();
        $client->startRun($batch);
        $children = [];
        for ($i = 0; $i < self::PEOPLE; ++$i) {
            $children[] = $this->lookAbout($client, $batch, $size, $i);
        }
        $times = $wrong = [];
        foreach ($children as $child) {
            pcntl_waitpid($child, $status);
            $note = \sprintf('%s/crowd-%d', sys_get_temp_dir(), $child);
            [$own, $bad] = explode('|', (string) @file_get_contents($note).'|');
            @unlink($note);
            array_push($times, ...array_map(floatval(...), array_filter(explode(' ', $own))));
            array_push($wrong, ...array_filter(explode(' ', $bad)));
        }
        if ([] !== $wrong) {
            $answers = implode(', ', array_unique($wrong));
            throw new TrialFailed(\sprintf('%d of %d answers were %s.', \count($wrong), \count($times), $answers));
        }
        $checks->rests();
        $prints = $checks->delivered($batch);
        sort($times);

        return \sprintf(
            '%d people, %d s, %d pages, none an error; half within %.2f s, 95 of 100 within %.2f s; %d prints meanwhile',
            self::PEOPLE,
            $size,
            \count($times),
            $times[intdiv(\count($times), 2)] ?? 0,
            $times[(int) (\count($times) * 0.95)] ?? 0,
            $prints,
        );
    }

    private function lookAbout(TrialClient $client, int $batch, int $seconds, int $person): int
    {
        $child = pcntl_fork();
        if (0 !== $child) {
            return $child;
        }
        $times = $wrong = [];
        $rooms = ['intake', 'fit', 'run', 'run/state', 'parcels'];
        $pages = ['/', '/shelf', '/health', ...array_map(static fn (string $room): string => "/batches/$batch/$room", $rooms)];
        for ($until = microtime(true) + $seconds, $i = $person; microtime(true) < $until; ++$i) {
            $began = microtime(true);
            [$status] = $client->ask('GET', $pages[$i % \count($pages)]);
            $times[] = round(microtime(true) - $began, 3);
            200 === $status || $wrong[] = $status;
            usleep(500_000);
        }
        file_put_contents(\sprintf('%s/crowd-%d', sys_get_temp_dir(), getmypid()), implode(' ', $times).'|'.implode(' ', $wrong));
        posix_kill((int) getmypid(), \SIGKILL);
        exit(0);
    }
}
