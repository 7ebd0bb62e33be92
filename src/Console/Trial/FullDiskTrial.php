<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Process\Process;

/** The disk fills up while files arrive, are read, and printed, and is made free again. */
final readonly class FullDiskTrial implements Trial
{
    private const MEGABYTES = 700;

    public function name(): string
    {
        return 'full disk';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $shop->close();
        $disk = sys_get_temp_dir().'/snugfit-trial-disk-'.getmypid();
        mkdir($disk, 0o755);
        $mount = new Process(['mount', '-t', 'tmpfs', '-o', 'size='.self::MEGABYTES.'m', 'tmpfs', $disk]);
        if (0 !== $mount->run()) {
            rmdir($disk);
            $shop->open();

            return 'not done: it needs root, to mount a small disk';
        }
        $small = new TrialShop($shop->projectDir, $disk.'/shop', $shop->port);
        try {
            $small->open();

            return $this->fill($small, new TrialClient($small), $disk);
        } finally {
            $small->close();
            (new Process(['umount', '-l', $disk]))->run();
            rmdir($disk);
            $shop->open();
        }
    }

    private function fill(TrialShop $shop, TrialClient $client, string $disk): string
    {
        $checks = new TrialChecks($shop);
        $prints = 0;
        foreach (['arriving', 'reading', 'printing', 'supervisor gone'] as $phase) {
            $batch = $client->openBatch("Full $phase", '4x6', '5x7');
            $client->given = [];
            foreach (range(1, 3) as $i) {
                $client->upload($batch, "full-$i.png", $client->picture());
                if ('arriving' === $phase && 1 === $i) {
                    $this->full($disk, 6);
                }
            }
            if ('arriving' !== $phase && 'reading' !== $phase) {
                $checks->rests();
                $client->startRun($batch);
            }
            'arriving' === $phase || $this->full($disk, 8, 'supervisor gone' === $phase ? $shop : null);
            $checks->rests();
            $client->startRun($batch);
            $checks->rests();
            $checks->holds($batch, $client->given);
            // A full disk may fail a file, which says so and is made when one asks again.
            $client->ask('POST', \sprintf('/runs/%d/retry', $shop->number('SELECT MAX(id) FROM print_run')), '_token=csrf-token');
            $checks->rests();
            $prints += $checks->delivered($batch);
        }
        $checks->verifies();

        return \sprintf(
            'filled while arriving, reading, printing, and with the supervisor killed; %d prints, each the checked bytes',
            $prints,
        );
    }

    /** For some seconds not a byte is free. */
    private function full(string $disk, int $seconds, ?TrialShop $kill = null): void
    {
        $fill = fopen($disk.'/fill', 'w') ?: throw new TrialFailed('The disk cannot be filled.');
        while (false !== @fwrite($fill, str_repeat("\0", 1 << 16)) && disk_free_space($disk) > 0) {
            continue;
        }
        foreach ($kill?->processes('supervisord') ?? [] as $pid) {
            posix_kill($pid, \SIGKILL);
        }
        sleep($seconds);
        fclose($fill);
        unlink($disk.'/fill');
    }
}
