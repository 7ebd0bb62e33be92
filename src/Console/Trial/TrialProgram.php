<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** A program that runs in the foreground with a folder of its own, whose processes can be ended. */
abstract class TrialProgram
{
    private ?Process $start = null;

    public function __construct(
        public readonly string $projectDir,
        public readonly string $data,
        /** What it says when it is ready. */
        private readonly string $ready,
    ) {
    }

    /** @param list<string> $command */
    protected function start(array $command): void
    {
        (new Filesystem())->mkdir($this->data);
        $start = $this->start = new Process($command, $this->projectDir, ['SNUGFIT_DATA' => $this->data], timeout: null);
        $start->start();
        $this->until(120, fn (): bool => str_contains($start->getOutput(), $this->ready) || !$start->isRunning());
        if (!$this->isOpen()) {
            throw new TrialFailed('It does not start: '.$this->said());
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
}
