<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\Local\LocalFilesystemAdapter;
use Snugfit\Core\Recipe\Recipe;
use Symfony\Component\Filesystem\Filesystem as Disk;

/**
 * The shop's files by key: masters under their content hash, previews, print files on their way, deliveries.
 * A file appears under its key only when it is whole. Workers share the folder, locally or over a network mount, because
 * pixel work reads and writes by path (docs/decisions/files.md).
 */
final readonly class FileStore
{
    /** Where print files grow until they are checked. */
    public const GROWING_PRINTS = 'prints';

    /** The shop's own scenes, a folder each. */
    public const SCENES = 'scenes';

    /** The typefaces that it was given. */
    public const FACES = 'faces';

    private FilesystemOperator $files;

    private string $root;

    public function __construct(DataFolder $data)
    {
        $this->root = $data->files();
        // Made at first use, so that a command without a shop leaves no folder behind.
        $this->files = new Filesystem(new LocalFilesystemAdapter($this->root, lazyRootCreation: true));
    }

    public static function masterKey(string $sha256): string
    {
        return \sprintf('masters/%s/%s', substr($sha256, 0, 2), $sha256);
    }

    /** @param ?string $prepared the hash of a prepared master, where it is that one's; those of a master go with it */
    public static function previewKey(string $sha256, int $side, ?string $prepared = null): string
    {
        $of = null === $prepared || $prepared === $sha256 ? '' : '-'.substr($prepared, 0, 24);

        return \sprintf('previews/%s/%s%s-%d.webp', substr($sha256, 0, 2), $sha256, $of, $side);
    }

    /** Of a print, small. */
    public static function proofKey(string $master, Recipe $recipe): string
    {
        return \sprintf('proofs/%s.jpg', hash('sha256', $master.$recipe->hash()));
    }

    public function has(string $key): bool
    {
        return $this->files->fileExists($key);
    }

    public function read(string $key): string
    {
        return $this->files->read($key);
    }

    public function write(string $key, string $contents): void
    {
        $part = \sprintf('%s.%s.part', $key, bin2hex(random_bytes(4)));
        $this->files->write($part, $contents);
        $this->files->move($part, $key);
    }

    public function move(string $from, string $to): void
    {
        $this->files->move($from, $to);
    }

    public function delete(string $key): void
    {
        $this->files->delete($key);
    }

    /** SHA-256 of a file's bytes as they are now; null where there is none. */
    public function sha256(string $key): ?string
    {
        $hash = is_file($this->root.'/'.$key) ? @hash_file('sha256', $this->root.'/'.$key) : false;

        return false === $hash ? null : $hash;
    }

    /** Bytes of a file; 0 where there is none. */
    public function size(string $key): int
    {
        return (int) @filesize($this->root.'/'.$key);
    }

    public function removeFolder(string $key): void
    {
        (new Disk())->remove($this->root.'/'.$key);
    }

    /** A master that nothing names any more, with its previews; not one that was given again today and may not be noted yet. */
    public function removeMaster(string $sha256): void
    {
        $master = $this->root.'/'.self::masterKey($sha256);
        if ((int) @filemtime($master) > time() - 86400) {
            return;
        }
        $previews = glob(\sprintf('%s/previews/%s/%s-*', $this->root, substr($sha256, 0, 2), $sha256)) ?: [];
        (new Disk())->remove([...$previews, $master]);
    }

    /** Deletes what lies right under a key and was not changed for so many seconds: files, and folders with all in them. */
    public function clearOlder(string $key, int $seconds): void
    {
        foreach (glob($this->root.'/'.$key.'/*') ?: [] as $path) {
            if (filemtime($path) < time() - $seconds) {
                (new Disk())->remove($path);
            }
        }
    }

    /** Deletes of the folders right under a key all but so many that were changed last. */
    public function clearBeyond(string $key, int $most): void
    {
        $folders = glob($this->root.'/'.$key.'/*', \GLOB_ONLYDIR) ?: [];
        usort($folders, static fn (string $one, string $other): int => filemtime($other) <=> filemtime($one));
        (new Disk())->remove(\array_slice($folders, $most));
    }

    /** @return list<string> keys of all files in the folders right under a key */
    public function below(string $key): array
    {
        $all = [...glob($this->root.'/'.$key.'/*') ?: [], ...glob($this->root.'/'.$key.'/*/*') ?: []];
        $files = array_filter($all, is_file(...));

        return array_map(fn (string $path): string => substr($path, \strlen($this->root) + 1), array_values($files));
    }

    public function hasFolder(string $key): bool
    {
        return is_dir($this->root.'/'.$key);
    }

    /** Gives a folder another key; false where it is not there. What lay under the new key goes. */
    public function moveFolder(string $from, string $to): bool
    {
        if (!$this->hasFolder($from)) {
            return false;
        }
        (new Disk())->remove($this->root.'/'.$to);
        $target = $this->path($to);

        return rename($this->root.'/'.$from, $target) && touch($target);
    }

    /** Where pixel work reads and writes. The folder is there afterwards; the file may not be. */
    public function path(string $key): string
    {
        $path = $this->root.'/'.$key;
        if (!is_dir(\dirname($path))) {
            @mkdir(\dirname($path), 0o755, true);
        }

        return $path;
    }

    /**
     * Keeps a complete file as a master and gives its hash. The same bytes are kept once, and nobody may write to them. The
     * file stays where it is as well, until whoever gave it has written down what it is.
     */
    public function keepMaster(string $path): string
    {
        $hash = (string) hash_file('sha256', $path);
        $master = $this->path(self::masterKey($hash));
        $part = \sprintf('%s.%s.part', $master, bin2hex(random_bytes(4)));
        chmod($path, 0o444);
        if (!@link($path, $part)) {
            (new Disk())->copy($path, $part, true);
            chmod($part, 0o444);
        }
        // Over one with the same bytes, so that it counts as given just now. Where both are one file, this leaves the part.
        touch($part);
        rename($part, $master);
        @unlink($part);

        return $hash;
    }
}
