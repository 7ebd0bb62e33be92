<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\PixelTask;

/** Runs pixel jobs, several at a time, each in a child process of its own. */
final readonly class PixelJobQueue
{
    public function __construct(private PixelProcessPool $processes)
    {
    }

    /**
     * @template T
     *
     * @param iterable<T>                              $work
     * @param \Closure(T): PixelJob                    $job
     * @param \Closure(T, JsonReader|PixelJobFailed): void $ended with the facts found or the failure
     * @param \Closure(): bool                         $isStopped asked again and again; true kills what runs
     * @param ?\Closure(T, float): void                $going     hears of each that runs which share of its enlarging is done
     */
    public function run(iterable $work, int $atOnce, \Closure $job, \Closure $ended, \Closure $isStopped, ?\Closure $going = null): void
    {
        /** @var list<array{T, PixelTask}> $running */
        $running = [];
        $queue = (static fn (): \Generator => yield from $work)();
        while (($queue->valid() || [] !== $running) && !$isStopped()) {
            while ($queue->valid() && \count($running) < $atOnce) {
                $running[] = [$queue->current(), $this->processes->start($job($queue->current()))];
                $queue->next();
            }
            foreach ($running as $i => [$one, $child]) {
                try {
                    if ($child->isRunning()) {
                        $going?->__invoke($one, $child->enlarged());
                        continue;
                    }
                    $result = $child->facts();
                } catch (PixelJobFailed $failure) {
                    $result = $failure;
                }
                unset($running[$i]);
                $ended($one, $result);
            }
            $running = array_values($running);
            usleep(10_000);
        }
        foreach ($running as [, $child]) {
            $child->kill();
        }
    }
}
