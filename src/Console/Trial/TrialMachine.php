<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** A machine that works for a shop, at the other end of a cable. */
final class TrialMachine extends TrialProgram
{
    /** @param list<string> $command that reaches it through its cable; the start script's options follow */
    public function __construct(string $projectDir, string $data, public readonly string $name, private readonly array $command)
    {
        parent::__construct($projectDir, $data, 'Working as');
    }

    public function work(int $workers): void
    {
        $options = ['--name', $this->name, '--workers', (string) $workers];
        $this->start([...$this->command, 'bash', $this->projectDir.'/bin/snugfit', 'work', ...$options]);
    }

    /** It stands still and comes back, as a machine does that slept. */
    public function sleep(int $seconds): void
    {
        $asleep = $this->processes('');
        array_map(static fn (int $pid): bool => @posix_kill($pid, \SIGSTOP), $asleep);
        sleep($seconds);
        array_map(static fn (int $pid): bool => @posix_kill($pid, \SIGCONT), $asleep);
    }
}
