<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Shop\DataFolder;
use Symfony\Component\Process\PhpExecutableFinder;

/**
 * Has pixel work done in child processes, with limits on memory and time: a decoder that crashes or grows costs one file.
 * Killing the child is also how work is cancelled; one that ended its job well gets another.
 */
final readonly class PixelProcessPool
{
    /** Bytes of memory a child may take for itself; files mapped from disk do not count. */
    private const MEMORY = 4 << 30;

    private Sandbox $sandbox;

    public function __construct(
        private string $projectDir,
        private DataFolder $data,
        private int $threads = 1,
        /** For what is worth keeping between jobs; null for the usual place. */
        private ?string $workDir = null,
        private IdleProcesses $idle = new IdleProcesses(),
    ) {
        $this->sandbox = new Sandbox($projectDir, $data);
    }

    /** A page's own process is another program than the command line's, which is wanted here. */
    private static function php(): string
    {
        $php = (new PhpExecutableFinder())->find(false);

        return false === $php ? 'php' : $php;
    }

    public function withThreads(int $threads): self
    {
        return new self($this->projectDir, $this->data, max(1, $threads), $this->workDir, $this->idle);
    }

    /** What its children keep of enlarged pictures. */
    public function tileCache(): UpscaleTileCache
    {
        return new UpscaleTileCache($this->workFolder());
    }

    /** Keeping what is worth keeping elsewhere. */
    public function workingIn(string $workDir): self
    {
        return new self($this->projectDir, $this->data, $this->threads, $workDir, $this->idle);
    }

    public function start(PixelJob $job): PixelTask
    {
        foreach ([$this->data->temporary(), $this->workFolder()] as $folder) {
            if (!is_dir($folder)) {
                @mkdir($folder, 0o700, true);
            }
        }
        $folders = $this->sandbox->folders($job->files(), [$this->data->temporary(), $this->workFolder()]);
        $kind = $this->threads.' '.$folders->name();
        $process = $this->idle->take($kind) ?? $this->process($folders);

        return new PixelTask($process, $job, fn () => $this->idle->keep($kind, $process));
    }

    private function process(SandboxFolders $folders): PixelProcess
    {
        $command = [
            'prlimit',
            '--data='.self::MEMORY,
            '--core=0',
            self::php(),
            '-d',
            'memory_limit=1G',
            '-d',
            'display_errors=stderr',
            $this->projectDir.'/bin/pixels',
            (string) $this->threads,
            $this->workFolder(),
        ];

        return PixelProcess::start(
            $this->sandbox->isAvailable() ? $this->sandbox->around($command, $folders, $this->data->temporary()) : $command,
            // A terminal's Ctrl-C reaches the parent, which stops its children in its own order.
            ['TMPDIR' => $this->data->temporary(), 'G_SLICE' => 'always-malloc'],
        );
    }

    private function workFolder(): string
    {
        return $this->workDir ?? $this->data->enlarged();
    }
}
