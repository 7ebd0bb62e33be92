<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

use Symfony\Component\Filesystem\Filesystem;

/**
 * A folder that backups lie in: files under the hash of their bytes, each once however many backups hold it, and for each backup
 * its database and the list of its files. All of it is plain: SQLite, JSON, and files as they were.
 */
final readonly class BackupFolder
{
    public function __construct(public string $path)
    {
    }

    /** @return list<string> names of whole backups, oldest first */
    public function backups(): array
    {
        $found = glob($this->path.'/backups/*/files.json') ?: [];
        $names = array_map(static fn (string $file): string => basename(\dirname($file)), $found);
        sort($names);

        return $names;
    }

    public function folder(string $backup): string
    {
        return $this->path.'/backups/'.$backup;
    }

    public function file(string $sha256): string
    {
        return \sprintf('%s/files/%s/%s', $this->path, substr($sha256, 0, 2), $sha256);
    }

    public function has(string $sha256): bool
    {
        return is_file($this->file($sha256));
    }

    /**
     * Takes a file in, whole and with just these bytes.
     *
     * @return bool false where it does not have them (any more)
     */
    public function take(string $path, string $sha256): bool
    {
        if ($this->has($sha256)) {
            return true;
        }
        $target = $this->file($sha256);
        (new Filesystem())->mkdir(\dirname($target), 0o700);
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part';
        try {
            if (!@copy($path, $part) || $sha256 !== hash_file('sha256', $part)) {
                return false;
            }
            self::flush($part);

            return rename($part, $target);
        } finally {
            @unlink($part);
        }
    }

    /** @return array<string, string> SHA-256 by key */
    public function list(string $backup): array
    {
        $list = json_decode((string) file_get_contents($this->folder($backup).'/files.json'), true, flags: \JSON_THROW_ON_ERROR);

        $files = [];
        foreach (\is_array($list) ? $list : [] as $key => $sha256) {
            if (\is_string($sha256)) {
                $files[(string) $key] = $sha256;
            }
        }

        return $files;
    }

    /** Removes all backups but the newest, and the files that none of these holds. */
    public function keepNewest(int $count): void
    {
        $disk = new Filesystem();
        foreach (\array_slice($this->backups(), 0, -$count) as $old) {
            $disk->remove($this->folder($old));
        }
        $held = [];
        foreach ($this->backups() as $backup) {
            $held += array_flip($this->list($backup));
        }
        foreach (glob($this->path.'/files/*/*') ?: [] as $file) {
            if (!isset($held[basename($file)])) {
                $disk->remove($file);
            }
        }
    }

    public static function flush(string $path): void
    {
        $file = fopen($path, 'r+');
        if (false !== $file) {
            fsync($file);
            fclose($file);
        }
    }
}
