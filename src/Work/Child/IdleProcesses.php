<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** Processes that have done their job and wait for another: to start one takes longer than many a job. They end with this one. */
final class IdleProcesses
{
    /** @var array<string, list<PixelProcess>> by what they were started with */
    private array $idle = [];

    public function take(string $kind): ?PixelProcess
    {
        while ([] !== ($this->idle[$kind] ?? [])) {
            $process = array_pop($this->idle[$kind]);
            if ($process->isAlive()) {
                return $process;
            }
        }

        return null;
    }

    public function keep(string $kind, PixelProcess $process): void
    {
        if ($process->isLean()) {
            $this->idle[$kind][] = $process;
        } else {
            $process->kill();
        }
    }
}
