<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Process\Process;

/** What must be true of a shop after any trouble: nothing lost, doubled, stuck, wrong or blamed. */
final readonly class TrialChecks
{
    /** Seconds in which a shop that is left alone comes to rest. */
    private const REST = 420;

    public function __construct(private TrialShop $shop)
    {
    }

    /** Nothing is open any more: all is read, all runs have ended. */
    public function rests(): void
    {
        $open = "SELECT (SELECT COUNT(*) FROM batch_artwork WHERE state = 'reading')
            + (SELECT COUNT(*) FROM print_run WHERE finished_at IS NULL)";
        if (!$this->shop->until(self::REST, fn (): bool => [] !== $this->shop->rows('SELECT 1') && 0 === $this->shop->number($open))) {
            throw new TrialFailed(\sprintf('Stuck: %d masters or runs are still open after %d s.', $this->shop->number($open), self::REST));
        }
    }

    /** @param array<string, string> $given SHA-256 by file name; each is there once, and read */
    public function holds(int $batch, array $given): void
    {
        $there = [];
        foreach ($this->shop->rows("SELECT file_name, master, state, reason FROM batch_artwork WHERE batch_id = $batch") as $row) {
            $name = (string) $row['file_name'];
            if (isset($there[$name])) {
                throw new TrialFailed("Doubled: $name is in the batch twice.");
            }
            if ('read' !== $row['state']) {
                throw new TrialFailed("Blamed: $name is {$row['state']}: {$row['reason']}");
            }
            $there[$name] = (string) $row['master'];
        }
        ksort($given);
        ksort($there);
        if ($there !== $given) {
            throw new TrialFailed(\sprintf('Lost or wrong: %d given, %d there.', \count($given), \count($there)));
        }
    }

    /** @return int prints, each delivered once with just the bytes that were checked, and none that failed */
    public function delivered(int $batch): int
    {
        $rows = $this->shop->rows("SELECT file.path, file.state, file.reason, json_extract(file.found, '$.sha256') AS sha256
            FROM print_file file JOIN print_run run ON run.id = file.run_id WHERE run.batch_id = $batch
            AND run.id = (SELECT MAX(id) FROM print_run WHERE batch_id = $batch)");
        foreach ($rows as $row) {
            if (!\in_array($row['state'], ['made', 'unchanged'], true)) {
                throw new TrialFailed("Not made: {$row['path']} is {$row['state']}: {$row['reason']}");
            }
            $path = \sprintf('%s/files/deliveries/%04d/%s', $this->shop->data, $batch, $row['path']);
            if ($row['sha256'] !== @hash_file('sha256', $path)) {
                throw new TrialFailed("Wrong: {$row['path']} is not the file that was checked.");
            }
        }
        if (1 < $this->shop->number("SELECT COUNT(*) FROM print_run WHERE batch_id = $batch AND finished_at IS NULL")) {
            throw new TrialFailed('Doubled: more than one run is open.');
        }

        return \count($rows);
    }

    /** Every kept file has the bytes that it should. */
    public function verifies(): void
    {
        $command = ['bash', $this->shop->projectDir.'/bin/snugfit', 'verify'];
        $verify = new Process($command, env: ['SNUGFIT_DATA' => $this->shop->data], timeout: 600);
        if (0 !== $verify->run()) {
            throw new TrialFailed('Wrong: '.$verify->getOutput().$verify->getErrorOutput());
        }
    }
}
