<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Process\Process;

/**
 * Machines on this one, each with a network of its own (namespaces of Linux), and a cable from each to the one that this process
 * is on.
 */
final class TrialNetwork
{
    /** The first numbers of the addresses at both ends of a cable. */
    private const NET = '10.87';

    /** @var array<string, int> cables by the machine's name */
    private array $cables = [];

    /** Takes this process, and all that it starts, onto a network of its own. */
    public function enter(): void
    {
        if (!pcntl_unshare(\CLONE_NEWNET)) {
            throw new TrialFailed('Networks of their own take root: run this trial as root.');
        }
        $this->run('ip', 'link', 'set', 'lo', 'up');
    }

    /** @return string the address under which the machine reaches this one */
    public function connect(string $machine): string
    {
        $number = $this->cables[$machine] = \count($this->cables) + 1;
        $space = $this->space($machine);
        $this->run('ip', 'netns', 'add', $space);
        $this->run('ip', 'link', 'add', $this->cable($machine), 'type', 'veth', 'peer', 'name', 'cable', 'netns', $space);
        $this->run('ip', 'address', 'add', \sprintf('%s.%d.1/30', self::NET, $number), 'dev', $this->cable($machine));
        $this->run('ip', '-n', $space, 'address', 'add', \sprintf('%s.%d.2/30', self::NET, $number), 'dev', 'cable');
        $this->run('ip', '-n', $space, 'link', 'set', 'lo', 'up');
        $this->run('ip', '-n', $space, 'link', 'set', 'cable', 'up');
        $this->plug($machine);

        return \sprintf('%s.%d.1', self::NET, $number);
    }

    /** @return list<string> before a command that shall run there */
    public function on(string $machine): array
    {
        return ['ip', 'netns', 'exec', $this->space($machine)];
    }

    public function cut(string $machine): void
    {
        $this->run('ip', 'link', 'set', $this->cable($machine), 'down');
    }

    public function plug(string $machine): void
    {
        $this->run('ip', 'link', 'set', $this->cable($machine), 'up');
    }

    public function remove(): void
    {
        foreach (array_keys($this->cables) as $machine) {
            (new Process(['ip', 'netns', 'delete', $this->space($machine)]))->run();
        }
        $this->cables = [];
    }

    private function space(string $machine): string
    {
        return \sprintf('snugfit-trial-%d-%s', getmypid(), $machine);
    }

    private function cable(string $machine): string
    {
        return 'cable-'.$this->cables[$machine];
    }

    private function run(string ...$command): void
    {
        $process = new Process($command);
        if (0 !== $process->run()) {
            throw new TrialFailed(\sprintf('%s: %s', implode(' ', $command), trim($process->getErrorOutput())));
        }
    }
}
