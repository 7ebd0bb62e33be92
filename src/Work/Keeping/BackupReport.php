<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

final readonly class BackupReport
{
    public function __construct(
        /** The backup's. */
        public string $name,
        public int $files,
        /** Of them, those that no backup before held, and their bytes. */
        public int $newFiles,
        public int $newBytes,
        /** @var list<KeptFile> that did not have the bytes that they should, or were gone */
        public array $missing,
    ) {
    }
}
