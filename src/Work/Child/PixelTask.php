<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Pixels\Job\PixelJob;

/** A piece of pixel work in the hands of a process. */
final class PixelTask
{
    /** Microseconds between looks while one waits for the end. */
    private const LOOK = 1_000;

    private readonly float $ends;

    /** @param ?\Closure(): void $free is told when the process can take another job; null where it is another's to keep */
    public function __construct(
        private readonly JobProcess $process,
        private readonly PixelJob $job,
        private readonly ?\Closure $free = null,
    ) {
        $this->ends = microtime(true) + $job->timeLimit();
        $process->give($job);
    }

    public function pid(): ?int
    {
        return $this->process->pid();
    }

    /** @throws PixelJobFailed where it ran out of time */
    public function isRunning(): bool
    {
        if (null !== $this->process->answer()) {
            return false;
        }
        if (microtime(true) > $this->ends) {
            $this->process->kill();
            throw PixelJobFailed::tooSlow($this->job->timeLimit());
        }

        return $this->process->isAlive();
    }

    /** Which share of the enlarging is done, as the child told last. */
    public function enlarged(): float
    {
        return $this->process->enlarged();
    }

    /**
     * Waits for the end and gives the facts that the job found. Asked once.
     *
     * @throws PixelJobFailed with a sentence for the person
     */
    public function facts(): JsonReader
    {
        while ($this->isRunning()) {
            usleep(self::LOOK);
        }
        try {
            $answer = JsonReader::decode($this->process->answer() ?? '', 'a pixel child\'s answer');
        } catch (MalformedJson) {
            $failure = $this->process->ending()->failure();
            $this->process->kill();
            throw $failure;
        }
        if (!$answer->has('facts')) {
            // What a broken file left behind shall not meet the next one.
            $this->process->kill();
            throw PixelJobFailed::answered($answer);
        }
        if (null !== $this->free) {
            ($this->free)();
        }

        return $answer->record('facts');
    }

    public function kill(): void
    {
        $this->process->kill();
    }
}
