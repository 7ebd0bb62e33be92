<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

use Snugfit\Shop\FileIntegrity;
use Snugfit\Shop\FileStore;

/** Reads what the shop keeps and holds it against the hashes that it should have. */
final readonly class KeptFilesCheck
{
    public function __construct(private KeptFiles $files, private FileIntegrity $integrity, private FileStore $store)
    {
    }

    /**
     * All files, each read to its last byte. A delivery that a person took away is no fault, a master that is gone is.
     *
     * @return iterable<KeptFileResult>
     */
    public function all(): iterable
    {
        foreach ($this->files->all() as $file) {
            yield $this->result($file);
        }
    }

    /**
     * Those that were not read for longest, or were found to be wrong, one after the other.
     *
     * @param int $since Unix time; what was read later is left out
     *
     * @return iterable<KeptFileResult>
     */
    public function overdue(int $since): iterable
    {
        $wrong = array_flip($this->integrity->wrong());
        foreach ($this->files->all() as $file) {
            if (isset($wrong[$file->key]) || $this->integrity->checkedAt($file->key) < $since) {
                yield $this->result($file);
            }
            unset($wrong[$file->key]);
        }
        // What nothing names any more: deleted, or made again under another name.
        array_map($this->integrity->forget(...), array_keys($wrong));
    }

    private function result(KeptFile $file): KeptFileResult
    {
        $isThere = $this->store->has($file->key);
        $isRight = $isThere && $this->integrity->check($file->key, $file->sha256);

        return new KeptFileResult($file, $isThere, $isRight, $this->store->size($file->key));
    }
}
