<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\DBAL\Connection;

/**
 * Whether kept files still have the bytes that they should. A file that was read before and that nobody has touched since is
 * not read again for that, which a slow check in the background does in its turn (Work\Keeping).
 */
final readonly class FileIntegrity
{
    /** Seconds: a file that was written just before it was read may have been written again in the same second. */
    private const YOUNG = 2;

    public function __construct(private Connection $connection, private FileStore $store)
    {
    }

    /** @return bool false where the file is gone or has other bytes */
    public function isIntact(string $key, string $sha256): bool
    {
        $stat = $this->stat($key);
        if (null === $stat) {
            return false;
        }
        $row = $this->connection->fetchAssociative('SELECT sha256, stat, is_right FROM file_check WHERE file = ?', [$key]);

        return false !== $row && $stat === $row['stat'] && $sha256 === $row['sha256'] && (bool) $row['is_right']
            ? true
            : $this->check($key, $sha256);
    }

    /** Reads the whole file, and remembers what came of it. */
    public function check(string $key, string $sha256): bool
    {
        $stat = $this->stat($key);
        $isRight = null !== $stat && $sha256 === $this->store->sha256($key);
        // Where it changed while it was read, or could change unseen, the next look reads it again.
        $isSettled = null !== $stat && $stat === $this->stat($key) && !$this->isYoung($key);
        $this->connection->executeStatement(
            'INSERT INTO file_check (file, sha256, stat, checked_at, is_right) VALUES (?, ?, ?, ?, ?)
                ON CONFLICT (file) DO UPDATE SET sha256 = excluded.sha256, stat = excluded.stat,
                checked_at = excluded.checked_at, is_right = excluded.is_right',
            [$key, $sha256, $isSettled ? $stat : '', time(), (int) $isRight],
        );

        return $isRight;
    }

    /** When a file was read last, as a Unix time; 0 for never. */
    public function checkedAt(string $key): int
    {
        $at = $this->connection->fetchOne('SELECT checked_at FROM file_check WHERE file = ?', [$key]);

        return is_numeric($at) ? (int) $at : 0;
    }

    /** @return list<string> keys of files that were found to be wrong and were not mended since, gone ones too */
    public function wrong(): array
    {
        $keys = $this->connection->fetchFirstColumn('SELECT file FROM file_check WHERE is_right = 0 ORDER BY file');

        return array_values(array_filter($keys, is_string(...)));
    }

    public function forget(string $key): void
    {
        $this->connection->executeStatement('DELETE FROM file_check WHERE file = ?', [$key]);
    }

    private function stat(string $key): ?string
    {
        $path = $this->store->path($key);
        clearstatcache(true, $path);
        $stat = @stat($path);

        return false === $stat ? null : implode(' ', [$stat['size'], $stat['ino'], $stat['mtime'], $stat['ctime']]);
    }

    private function isYoung(string $key): bool
    {
        return (int) @filectime($this->store->path($key)) > time() - self::YOUNG;
    }
}
