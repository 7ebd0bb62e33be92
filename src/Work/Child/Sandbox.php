<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Job\JobFiles;
use Snugfit\Shop\DataFolder;

/**
 * Shuts a child process off, by bubblewrap: no network, no other processes, and of the disk only the program, and the folders of
 * the files that it is given. Where that is not to be had on a machine the child runs without, which the health page says.
 */
final readonly class Sandbox
{
    private const PROGRAM = '/usr/bin/bwrap';

    /** Whom the child takes itself for: nobody (Debian's number). */
    private const NOBODY = '65534';

    /** Processes and threads that it may have. */
    private const PROCESSES = 128;

    /** Seconds after which it is tried again whether a machine can do it. */
    private const TRIED_FOR = 3600;

    /** Of the program: what a child runs and reads. */
    private const OWN = ['bin', 'src', 'vendor', 'networks', 'profiles', 'scenes', 'node_modules/onnxruntime-node', 'var/fonts'];

    private const SYSTEM = ['/usr', '/etc/alternatives', '/etc/fonts', '/etc/ld.so.cache', '/etc/php', '/var/cache/fontconfig'];

    public function __construct(private string $projectDir, private DataFolder $data)
    {
    }

    /** Whether children are shut off on this machine. */
    public function isAvailable(): bool
    {
        $note = $this->data->sealing();
        clearstatcache(true, $note);
        if ((int) @filemtime($note) > time() - self::TRIED_FOR) {
            return 'yes' === @file_get_contents($note);
        }
        $part = $note.'.'.bin2hex(random_bytes(4));
        $isAvailable = is_executable(self::PROGRAM) && $this->works();
        if (is_dir(\dirname($note)) && false !== @file_put_contents($part, $isAvailable ? 'yes' : 'no')) {
            @rename($part, $note);
        }

        return $isAvailable;
    }

    /**
     * Which folders a job's process has to see: two jobs with the same can have the same process.
     *
     * @param list<string> $writes folders that every job writes to
     */
    public function folders(JobFiles $files, array $writes): SandboxFolders
    {
        $reads = [];
        foreach ($files->reads as $path) {
            $reads[] = $this->folderOf($path);
            // A link is followed there as here.
            $target = is_link($path) ? realpath($path) : false;
            $reads[] = false === $target ? $this->folderOf($path) : $this->folderOf($target);
        }

        $written = [...array_map($this->folderOf(...), $files->writes), ...array_map($this->absolute(...), $writes)];

        return SandboxFolders::of($reads, $written);
    }

    /**
     * @param list<string> $command
     *
     * @return list<string> what runs it shut off
     */
    public function around(array $command, SandboxFolders $folders, string $temporary): array
    {
        $wrapped = [self::PROGRAM, '--die-with-parent', '--new-session', '--unshare-all', '--cap-drop', 'ALL', '--clearenv'];
        if (0 === posix_geteuid()) {
            array_push($wrapped, '--unshare-user', '--uid', self::NOBODY, '--gid', self::NOBODY);
        }
        foreach (['PATH' => '/usr/bin:/bin', 'HOME' => '/tmp', 'TMPDIR' => $temporary, 'G_SLICE' => 'always-malloc'] as $name => $value) {
            array_push($wrapped, '--setenv', $name, $value);
        }
        array_push($wrapped, '--proc', '/proc', '--dev', '/dev', '--tmpfs', '/tmp');
        foreach (self::SYSTEM as $path) {
            array_push($wrapped, '--ro-bind-try', $path, $path);
        }
        foreach (['/bin', '/sbin', '/lib', '/lib64'] as $path) {
            is_link($path)
                ? array_push($wrapped, '--symlink', (string) readlink($path), $path)
                : array_push($wrapped, '--ro-bind-try', $path, $path);
        }
        foreach (self::OWN as $part) {
            array_push($wrapped, '--ro-bind-try', $this->projectDir.'/'.$part, $this->projectDir.'/'.$part);
        }
        // Paths that are relative are so there as here.
        $here = (string) getcwd();
        array_push($wrapped, '--dir', $here);
        foreach ($folders->mounts() as [$how, $path]) {
            array_push($wrapped, $how, $path, $path);
        }

        return [...$wrapped, '--chdir', $here, '--', 'prlimit', '--nproc='.self::PROCESSES, ...$command];
    }

    /** A folder, or where that would show the whole disk the file alone. */
    private function folderOf(string $path): string
    {
        $path = $this->absolute($path);
        $files = $this->data->files().'/';
        // The shop's own lie in many small folders; one process serves them all.
        if (str_starts_with($path, $files)) {
            return $files.explode('/', substr($path, \strlen($files)))[0];
        }
        $folder = \dirname($path);

        return \in_array($folder, ['/', '/home', '/root', '/etc', '/var'], true) ? $path : $folder;
    }

    private function absolute(string $path): string
    {
        return str_starts_with($path, '/') ? $path : getcwd().'/'.$path;
    }

    private function works(): bool
    {
        $command = $this->around(['true'], SandboxFolders::of([], []), '/tmp');
        exec(implode(' ', array_map(escapeshellarg(...), $command)).' >/dev/null 2>&1', result_code: $code);

        return 0 === $code;
    }
}
