<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** Processes that have done their job and wait for another: to start one takes longer than many a job. They end with this one. */
final class IdleProcesses
{
    /** More than that are not kept: each holds memory. */
    private const MOST = 6;

    /** @var array<string, list<PixelProcess>> by what they were started with, the longest unused kind first */
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
        if (!$process->isLean()) {
            $process->kill();

            return;
        }
        $others = $this->idle[$kind] ?? [];
        unset($this->idle[$kind]);
        $this->idle[$kind] = [...$others, $process];
        while (array_sum(array_map(\count(...), $this->idle)) > self::MOST) {
            $this->endOne();
        }
    }

    public function end(): void
    {
        foreach (array_merge(...array_values($this->idle)) as $process) {
            $process->kill();
        }
        $this->idle = [];
    }

    private function endOne(): void
    {
        foreach ($this->idle as $kind => $processes) {
            if ([] === $processes) {
                unset($this->idle[$kind]);
                continue;
            }
            array_shift($this->idle[$kind])?->kill();

            return;
        }
    }
}
