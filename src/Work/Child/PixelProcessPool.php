<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Shop\DataFolder;

/**
 * Has pixel work done in child processes, with limits on memory and time: a decoder that crashes or grows costs one file.
 * Killing the child is also how work is cancelled; one that ended its job well gets another. Where a process server is at work,
 * as beside the pages, the children are its own, and wait for the next page.
 */
final readonly class PixelProcessPool
{
    private ProcessSupply $supply;
    private Sandbox $sandbox;

    public function __construct(
        private string $projectDir,
        private DataFolder $data,
        private ProcessServerClient $server = new ProcessServerClient(),
        private int $threads = 1,
        /** For what is worth keeping between jobs; null for the usual place. */
        private ?string $workDir = null,
        ?ProcessSupply $supply = null,
    ) {
        $this->supply = $supply ?? new ProcessSupply($projectDir, $data);
        $this->sandbox = new Sandbox($projectDir, $data);
    }

    public function withThreads(int $threads): self
    {
        return new self($this->projectDir, $this->data, $this->server, max(1, $threads), $this->workDir, $this->supply);
    }

    /** What its children keep of enlarged pictures. */
    public function tileCache(): UpscaleTileCache
    {
        return new UpscaleTileCache($this->workFolder());
    }

    /** Keeping what is worth keeping elsewhere. */
    public function workingIn(string $workDir): self
    {
        return new self($this->projectDir, $this->data, $this->server, $this->threads, $workDir, $this->supply);
    }

    public function start(PixelJob $job): PixelTask
    {
        foreach ([$this->data->temporary(), $this->workFolder()] as $folder) {
            if (!is_dir($folder)) {
                @mkdir($folder, 0o700, true);
            }
        }
        $folders = $this->sandbox->folders($job->files(), [$this->data->temporary(), $this->workFolder()]);
        $needs = new ProcessNeeds($this->threads, $this->workFolder(), $folders);
        $served = $this->server->ask($needs);
        if (null !== $served) {
            return new PixelTask($served, $job);
        }
        $process = $this->supply->take($needs);

        return new PixelTask($process, $job, fn () => $this->supply->keep($needs, $process));
    }

    private function workFolder(): string
    {
        return $this->workDir ?? $this->data->enlarged();
    }
}
