<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

use Doctrine\DBAL\Connection;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\FileStore;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Filesystem\Filesystem;

/**
 * Puts a shop back to a backup, also while it is open: files first, then the database in one step, which all that are at work
 * see at once. What waits for workers belongs to the state that goes, and is ordered anew (Run\Reconciler).
 */
final readonly class Restore
{
    public function __construct(
        private DataFolder $data,
        private FileStore $store,
        private Connection $connection,
        #[Autowire(service: 'doctrine.dbal.queue_connection')] private Connection $queue,
    ) {
    }

    /** @return RestoreReport what was put back, and which files the backup does not hold as they were */
    public function from(BackupFolder $folder, string $backup): RestoreReport
    {
        $put = 0;
        $wrong = [];
        foreach ($folder->list($backup) as $key => $sha256) {
            $key = (string) $key;
            if ($sha256 === $this->store->sha256($key)) {
                continue;
            }
            $this->put($folder, $key, $sha256) ? ++$put : $wrong[] = $key;
        }
        $this->swap($folder->folder($backup).'/shop.sqlite');
        $this->forgetOrders();

        return new RestoreReport($put, $wrong);
    }

    private function put(BackupFolder $folder, string $key, string $sha256): bool
    {
        $target = $this->store->path($key);
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part';
        try {
            if (!@copy($folder->file($sha256), $part) || $sha256 !== hash_file('sha256', $part)) {
                return false;
            }
            BackupFolder::flush($part);
            chmod($part, str_starts_with($key, 'masters/') ? 0o444 : 0o600);

            return rename($part, $target);
        } finally {
            @unlink($part);
        }
    }

    private function swap(string $backup): void
    {
        $this->connection->close();
        if (!$this->isSound()) {
            // What cannot be read is put aside, for whoever wants to look at it.
            $aside = \sprintf('%s.broken-%s', $this->data->database(), date('Ymd-His'));
            foreach (['', '-wal', '-shm'] as $part) {
                @rename($this->data->database().$part, $aside.$part);
            }
            (new Filesystem())->mkdir($this->data->path, 0o700);
        }
        $from = new \SQLite3($backup, \SQLITE3_OPEN_READONLY);
        $to = new \SQLite3($this->data->database());
        $to->busyTimeout(60_000);
        $to->exec('PRAGMA journal_mode = WAL');
        if (!$from->backup($to)) {
            throw new \RuntimeException('The shop\'s data could not be put back: '.$to->lastErrorMsg());
        }
        $from->close();
        $to->close();
    }

    private function isSound(): bool
    {
        if (!is_file($this->data->database())) {
            return true;
        }
        try {
            $answer = (new \PDO('sqlite:'.$this->data->database()))->query('PRAGMA quick_check');

            return false !== $answer && 'ok' === $answer->fetchColumn();
        } catch (\PDOException) {
            return false;
        }
    }

    private function forgetOrders(): void
    {
        try {
            $this->queue->executeStatement('DELETE FROM message');
        } catch (\Doctrine\DBAL\Exception) {
            // No queue yet, or one that is begun anew anyway.
            return;
        }
    }
}
