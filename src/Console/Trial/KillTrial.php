<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** Processes of all sorts end at random moments while files arrive, are read, printed and fetched. */
final readonly class KillTrial implements Trial
{
    /** What is ended, by a part of its command; the last is everything, as by a crash of the machine. */
    private const VICTIMS = [
        'consume press', 'consume quick', 'consume answers', 'bin/pixels', 'php-fpm: pool', 'php-fpm: master', 'nginx', 'supervisord',
    ];

    /** Kills in a round, after which a batch has to come out right. */
    private const ROUND = 25;

    public function name(): string
    {
        return 'kills';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $checks = new TrialChecks($shop);
        $kills = $crashes = $prints = $rounds = 0;
        mt_srand(13);
        while ($kills < $size) {
            ++$rounds;
            $batch = $client->openBatch("Kills $rounds", '4x6', '5x7');
            $client->given = [];
            $child = $this->inBackground($shop, self::ROUND);
            foreach (range(1, 6) as $i) {
                $client->upload($batch, "kill-$rounds-$i.png", $client->picture());
            }
            $client->startRun($batch);
            $client->ask('GET', "/batches/$batch/parcel.zip");
            $kills += $this->ended($child);
            // Once a round everything at once.
            $shop->crash();
            ++$kills;
            ++$crashes;
            $shop->open();
            $checks->rests();
            // What the trouble came too early for is made by another run.
            $client->startRun($batch);
            $checks->rests();
            $checks->holds($batch, $client->given);
            $prints += $checks->delivered($batch);
            $this->zip($client, $batch);
        }
        $checks->verifies();

        return \sprintf(
            '%d kills (%d of everything at once) in %d rounds; %d prints, each the checked bytes',
            $kills,
            $crashes,
            $rounds,
            $prints,
        );
    }

    private function inBackground(TrialShop $shop, int $kills): int
    {
        $child = pcntl_fork();
        if (0 !== $child) {
            return $child;
        }
        $done = 0;
        for ($i = 0; $i < $kills; ++$i) {
            usleep(mt_rand(50_000, 900_000));
            $victims = $shop->processes(self::VICTIMS[mt_rand(0, \count(self::VICTIMS) - 1)]);
            if ([] !== $victims && @posix_kill($victims[array_rand($victims)], \SIGKILL)) {
                ++$done;
            }
        }
        file_put_contents(\sprintf('%s/kills-%d', sys_get_temp_dir(), getmypid()), (string) $done);
        // Without the ends of what the parent holds.
        posix_kill((int) getmypid(), \SIGKILL);
        exit(0);
    }

    private function ended(int $child): int
    {
        pcntl_waitpid($child, $status);
        $note = \sprintf('%s/kills-%d', sys_get_temp_dir(), $child);
        $done = (int) @file_get_contents($note);
        @unlink($note);

        return $done;
    }

    private function zip(TrialClient $client, int $batch): void
    {
        [$status, $body] = $client->ask('GET', "/batches/$batch/parcel.zip");
        $path = tempnam(sys_get_temp_dir(), 'snugfit-zip');
        file_put_contents($path, $body);
        $zip = new \ZipArchive();
        $isSound = 200 === $status && true === $zip->open($path, \ZipArchive::CHECKCONS);
        unlink($path);
        if (!$isSound) {
            throw new TrialFailed('The ZIP is not sound.');
        }
    }
}
