<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Shop\FileStore;

/** The shop's masters as pixel jobs take them. */
final readonly class StoredMasters
{
    public function __construct(private FileStore $store)
    {
    }

    public function of(string $sha256): JobMaster
    {
        return new JobMaster($this->store->path(FileStore::masterKey($sha256)), $sha256);
    }

    /** Masters are stored under their hash, so that a key tells it. */
    public function byKey(string $key): JobMaster
    {
        return $this->of(basename($key));
    }
}
