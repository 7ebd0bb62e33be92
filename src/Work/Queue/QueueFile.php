<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Psr\Log\LoggerInterface;
use Snugfit\Shop\DataFolder;

/**
 * The file that the lanes lie in. It holds nothing that the shop's own data does not tell, so where it is broken it is put
 * aside and begun anew; what had waited in it is ordered again (Run\Reconciler).
 */
final class QueueFile
{
    /** SQLite's SQLITE_CORRUPT and SQLITE_NOTADB (sqlite.org/rescode.html). */
    private const BROKEN = [11, 26];

    /** The number of the file that is worked on. */
    private ?int $inode = null;

    public function __construct(private readonly DataFolder $data, private readonly LoggerInterface $logger)
    {
    }

    /**
     * @template T
     *
     * @param \Closure(): T    $act
     * @param \Closure(): void $forget is told that another file lies there now
     *
     * @return T
     */
    public function replacedIfBroken(Connection $connection, \Closure $act, \Closure $forget): mixed
    {
        if (null !== $this->inode && $this->inode !== $this->inodeNow()) {
            // Put aside by another process, or taken away: whoever went on with it would work where nobody else looks.
            $connection->close();
            $forget();
        }
        try {
            $answer = $act();
            $this->inode = $this->inodeNow();

            return $answer;
        } catch (DriverException $e) {
            if (!\in_array($e->getCode(), self::BROKEN, true)) {
                throw $e;
            }
            $this->replace($connection);
            $forget();

            return $act();
        }
    }

    /** One process puts it aside; the others find that it is sound again. */
    private function replace(Connection $connection): void
    {
        $connection->close();
        $lock = fopen($this->data->queue().'.lock', 'c');
        if (false === $lock || !flock($lock, \LOCK_EX)) {
            return;
        }
        try {
            if ($this->isSound()) {
                return;
            }
            $aside = \sprintf('%s.broken-%s', $this->data->queue(), date('Ymd-His'));
            foreach (['', '-wal', '-shm'] as $part) {
                @rename($this->data->queue().$part, $aside.$part);
            }
            $this->logger->error('The queue\'s file was broken. It was put aside and begun anew.', ['aside' => $aside]);
        } finally {
            flock($lock, \LOCK_UN);
        }
    }

    private function inodeNow(): ?int
    {
        clearstatcache(true, $this->data->queue());
        $inode = @fileinode($this->data->queue());

        return false === $inode ? null : $inode;
    }

    private function isSound(): bool
    {
        try {
            $answer = (new \PDO('sqlite:'.$this->data->queue()))->query('PRAGMA quick_check');

            return false !== $answer && 'ok' === $answer->fetchColumn();
        } catch (\PDOException) {
            return false;
        }
    }
}
