<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Shop\DataFolder;
use Symfony\Component\Process\PhpExecutableFinder;

/** Starts processes for pixel work, with limits on memory and shut off, and keeps those that did theirs well for more. */
final readonly class ProcessSupply
{
    /** Bytes of memory a child may take for itself; files mapped from disk do not count. */
    private const MEMORY = 4 << 30;

    private Sandbox $sandbox;

    public function __construct(private string $projectDir, private DataFolder $data, private IdleProcesses $idle = new IdleProcesses())
    {
        $this->sandbox = new Sandbox($projectDir, $data);
    }

    public function take(ProcessNeeds $needs): PixelProcess
    {
        return $this->idle->take($needs->name()) ?? $this->start($needs);
    }

    public function keep(ProcessNeeds $needs, PixelProcess $process): void
    {
        $this->idle->keep($needs->name(), $process);
    }

    public function endIdle(): void
    {
        $this->idle->end();
    }

    private function start(ProcessNeeds $needs): PixelProcess
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
            (string) $needs->threads,
            $needs->workFolder,
        ];
        $temporary = $this->data->temporary();

        return PixelProcess::start(
            $this->sandbox->isAvailable() ? $this->sandbox->around($command, $needs->folders, $temporary) : $command,
            // A terminal's Ctrl-C reaches the parent, which stops its children in its own order.
            ['TMPDIR' => $temporary, 'G_SLICE' => 'always-malloc'],
        );
    }

    /** A page's own process is another program than the command line's, which is wanted here. */
    private static function php(): string
    {
        $php = (new PhpExecutableFinder())->find(false);

        return false === $php ? 'php' : $php;
    }
}
