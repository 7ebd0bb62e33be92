<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;

/**
 * Where machines hand each other files, under the keys that they have at the shop: masters on their way out, what was made of them
 * on its way back. It is no place to keep anything: whatever is missing is put there again.
 */
final readonly class ExchangeStore
{
    public function __construct(
        private FilesystemOperator $files,
        /** Whether a file is there only when all of it is. */
        private bool $isAtomic,
        /** Where it is, without who may use it. */
        public string $where,
    ) {
    }

    /** @throws ExchangeFailed */
    public function has(string $key): bool
    {
        return $this->do(fn (): bool => $this->files->fileExists($key));
    }

    /** @throws ExchangeFailed */
    public function put(string $key, string $path): void
    {
        $stream = @fopen($path, 'r') ?: throw ExchangeFailed::locally('There is no file to hand over.');
        $this->do(function () use ($key, $stream): void {
            $part = $this->isAtomic ? $key : \sprintf('%s.%s.part', $key, bin2hex(random_bytes(4)));
            $this->files->writeStream($part, $stream);
            if ($part !== $key) {
                // By one that ended before it heard of it; SFTP moves nothing over what is there.
                if ($this->files->fileExists($key)) {
                    $this->files->delete($key);
                }
                $this->files->move($part, $key);
            }
        });
    }

    /** @throws ExchangeFailed */
    public function write(string $key, string $contents): void
    {
        $this->do(function () use ($key, $contents): void {
            $this->files->write($key, $contents);
        });
    }

    /** @throws ExchangeFailed */
    public function read(string $key): string
    {
        return $this->do(fn (): string => $this->files->read($key));
    }

    /**
     * Fetches a file. It is there under its path only when all of it is and it is the right one.
     *
     * @throws ExchangeFailed
     */
    public function fetch(string $key, string $path, string $sha256): void
    {
        $part = \sprintf('%s.%s.part', $path, bin2hex(random_bytes(4)));
        try {
            $this->do(function () use ($key, $part): void {
                $from = $this->files->readStream($key);
                $to = @fopen($part, 'w') ?: throw ExchangeFailed::locally('Nothing can be written here.');
                if (false === stream_copy_to_stream($from, $to) || !fclose($to)) {
                    throw ExchangeFailed::locally('The file was not fetched whole.');
                }
            });
            if ($sha256 !== hash_file('sha256', $part)) {
                throw ExchangeFailed::otherFile();
            }
            rename($part, $path);
        } finally {
            @unlink($part);
        }
    }

    /** @throws ExchangeFailed */
    public function delete(string $key): void
    {
        $this->do(function () use ($key): void {
            $this->files->delete($key);
        });
    }

    /**
     * Deletes what lies below a key and was put there so many seconds ago.
     *
     * @throws ExchangeFailed
     */
    public function clearOlder(string $key, int $seconds): void
    {
        $this->do(function () use ($key, $seconds): void {
            $old = $this->files->listContents($key, true)->filter(
                static fn (StorageAttributes $file): bool => $file->isFile() && ($file->lastModified() ?? \PHP_INT_MAX) < time() - $seconds,
            );
            foreach ($old as $file) {
                $this->files->delete($file->path());
            }
        });
    }

    /**
     * @template T
     *
     * @param \Closure(): T $act
     *
     * @return T
     */
    private function do(\Closure $act): mixed
    {
        try {
            return $act();
        } catch (FilesystemException|\ErrorException $e) {
            throw ExchangeFailed::by($e);
        }
    }
}
