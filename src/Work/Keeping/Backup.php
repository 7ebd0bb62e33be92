<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

use Doctrine\DBAL\Connection;
use Snugfit\Shop\FileStore;
use Symfony\Component\Filesystem\Filesystem;

/** Backs a shop up while it is open: the database as it is at one moment, then the files that it names and are not there yet. */
final readonly class Backup
{
    public function __construct(private Connection $connection, private FileStore $store)
    {
    }

    /** @return BackupReport what was backed up, and which files were not there as they should be */
    public function make(BackupFolder $folder): BackupReport
    {
        $disk = new Filesystem();
        $name = gmdate('Ymd-His').'-'.bin2hex(random_bytes(2));
        $disk->mkdir($folder->folder($name), 0o700);
        $database = $folder->folder($name).'/shop.sqlite';
        // SQLite's own way to a consistent copy while others write (sqlite.org/lang_vacuum.html).
        $this->connection->executeStatement('VACUUM INTO ?', [$database]);
        BackupFolder::flush($database);
        $files = $missing = [];
        $bytes = $new = 0;
        foreach ($this->kept($database) as $file) {
            $isNew = !$folder->has($file->sha256);
            if ($folder->take($this->store->path($file->key), $file->sha256)) {
                $files[$file->key] = $file->sha256;
                $new += (int) $isNew;
                $bytes += $isNew ? (int) filesize($folder->file($file->sha256)) : 0;
            } else {
                $missing[] = $file;
            }
        }
        // Last: a backup without its list is none.
        $disk->dumpFile($folder->folder($name).'/files.json', json_encode($files, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT));

        return new BackupReport($name, \count($files), $new, $bytes, $missing);
    }

    /** @return iterable<KeptFile> */
    private function kept(string $database): iterable
    {
        yield from (new KeptFiles(self::open($database)))->all();
        // Scenes and typefaces of the shop's own are files alone; the database knows nothing of them.
        foreach ([FileStore::SCENES, FileStore::FACES] as $own) {
            foreach ($this->store->below($own) as $key) {
                yield new KeptFile($key, (string) $this->store->sha256($key), $key, false);
            }
        }
    }

    private static function open(string $database): Connection
    {
        return \Doctrine\DBAL\DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $database]);
    }
}
