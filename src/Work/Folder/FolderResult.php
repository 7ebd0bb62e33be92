<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;

/** What became of a folder. */
final readonly class FolderResult
{
    public function __construct(
        public Manifest $manifest,
        public int $made,
        public int $unchanged,
        public int $short,
        /** @var list<string> a sentence each, naming the file */
        public array $failures,
        public bool $wasStopped,
    ) {
    }
}
