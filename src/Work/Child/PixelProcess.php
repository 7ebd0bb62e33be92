<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Job\JobRunner;
use Snugfit\Pixels\Job\PixelJob;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;

/** A process that does one job after another: a job is a line of JSON to it, its answer the last of the lines it gives back. */
final class PixelProcess implements JobProcess
{
    private const PROGRESS = '{"progress":';

    /** Bytes of memory over which it is not used again: what a large picture took is given back to the machine. */
    private const LEAN = 256 << 20;

    private const BY_SIGNAL = 128;

    private string $line = '';
    private ?string $answer = null;
    private float $enlarged = 0.0;

    private function __construct(private readonly Process $process, private readonly InputStream $input)
    {
    }

    /**
     * @param list<string>          $command
     * @param array<string, string> $environment
     */
    public static function start(array $command, array $environment): self
    {
        $input = new InputStream();
        $process = new Process($command, env: $environment, input: $input, timeout: null);
        $process->start();

        return new self($process, $input);
    }

    public function give(PixelJob $job): void
    {
        $this->giveLine(json_encode(['job' => $job::name()] + $job->toArray(), \JSON_THROW_ON_ERROR));
    }

    /** @param string $job as JSON */
    public function giveLine(string $job): void
    {
        [$this->line, $this->answer, $this->enlarged] = ['', null, 0.0];
        $this->process->clearOutput()->clearErrorOutput();
        $this->input->write($job."\n");
        $this->listen();
    }

    public function answer(): ?string
    {
        if (null === $this->answer) {
            $this->listen();
        }

        return $this->answer;
    }

    public function enlarged(): float
    {
        return $this->enlarged;
    }

    public function isAlive(): bool
    {
        return $this->process->isRunning();
    }

    /** Whether it can well take another job. */
    public function isLean(): bool
    {
        $memory = explode(' ', (string) @file_get_contents('/proc/'.$this->innermost().'/statm'));

        return $this->isAlive() && isset($memory[1]) && (int) $memory[1] * 4096 < self::LEAN;
    }

    /** The process that does the work: what shuts it off stands before it. */
    private function innermost(): int
    {
        $pid = (int) $this->pid();
        while ([] !== ($children = ProcessTree::children($pid))) {
            $pid = $children[0];
        }

        return $pid;
    }

    public function pid(): ?int
    {
        return $this->process->getPid();
    }

    public function ending(): ProcessEnding
    {
        $signal = $this->endedBy();

        return new ProcessEnding(
            // PHP says so by its exit code, GLib by stopping itself with a trap where an allocation is refused.
            JobRunner::OUT_OF_MEMORY === $this->process->getExitCode() || \SIGTRAP === $signal,
            // A decoder that breaks ends by other signals.
            \in_array($signal, [\SIGKILL, \SIGTERM, \SIGINT, \SIGHUP, \SIGQUIT], true),
            $this->process->getErrorOutput(),
        );
    }

    /** The signal that ended it; what shuts it off tells it by an exit code of 128 and more, as shells do. */
    private function endedBy(): ?int
    {
        $this->process->isRunning();
        $code = (int) $this->process->getExitCode();

        return match (true) {
            $this->process->hasBeenSignaled() => $this->process->getTermSignal(),
            $code > self::BY_SIGNAL => $code - self::BY_SIGNAL,
            default => null,
        };
    }

    public function kill(): void
    {
        // What shuts it off and is ended while it begins leaves a process behind that waits for ever.
        $others = ProcessTree::descendants((int) $this->pid());
        $this->process->stop(0);
        foreach ($others as $pid) {
            posix_kill($pid, \SIGKILL);
        }
    }

    private function listen(): void
    {
        $lines = explode("\n", $this->line.$this->process->getIncrementalOutput());
        $this->line = array_pop($lines);
        foreach ($lines as $line) {
            if (str_starts_with($line, self::PROGRESS)) {
                $this->enlarged = (float) substr($line, \strlen(self::PROGRESS));
            } elseif ('' !== $line) {
                $this->answer = $line;
            }
        }
    }
}
