<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\MalformedRecord;
use Snugfit\Core\Record;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** A running piece of pixel work. */
final readonly class PixelChild
{
    public function __construct(private Process $process)
    {
    }

    public function pid(): ?int
    {
        return $this->process->getPid();
    }

    /** @throws PixelWorkFailed where it ran out of time */
    public function isRunning(): bool
    {
        try {
            $this->process->checkTimeout();
        } catch (ProcessTimedOutException) {
            throw PixelWorkFailed::tooSlow((float) $this->process->getTimeout());
        }

        return $this->process->isRunning();
    }

    /** Which share of the enlarging is done, as the child told last. */
    public function enlarged(): float
    {
        $told = strrpos(rtrim($this->process->getOutput()), '{"progress":');

        return false === $told ? 0.0 : (float) substr($this->process->getOutput(), $told + 12);
    }

    /**
     * Waits for the end and gives the facts that the job found.
     *
     * @throws PixelWorkFailed with a sentence for the person
     */
    public function facts(): Record
    {
        try {
            $this->process->wait();
        } catch (ProcessTimedOutException) {
            throw PixelWorkFailed::tooSlow((float) $this->process->getTimeout());
        } catch (\Symfony\Component\Process\Exception\ProcessSignaledException) {
            throw PixelWorkFailed::crashed($this->process->getErrorOutput());
        }
        try {
            $lines = explode("\n", trim($this->process->getOutput()));
            $answer = Record::decode($lines[\count($lines) - 1], 'a pixel child\'s answer');
        } catch (MalformedRecord) {
            throw PixelWorkFailed::crashed($this->process->getErrorOutput());
        }

        return $answer->has('facts') ? $answer->record('facts') : throw PixelWorkFailed::said($answer->string('failed'));
    }

    public function kill(): void
    {
        $this->process->stop(0);
    }
}
