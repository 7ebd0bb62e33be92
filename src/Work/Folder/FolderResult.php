<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Recipe\Recipe;

/** What became of a folder. */
final readonly class FolderResult
{
    public function __construct(
        public Manifest $manifest,
        /** @var array<int, Recipe> by their places in the manifest */
        public array $recipes,
        public int $made,
        public int $unchanged,
        public int $short,
        /** @var list<string> a sentence each, naming the file */
        public array $failures,
        /** @var list<string> what went otherwise than one would think, a sentence each */
        public array $notes,
        public bool $wasStopped,
    ) {
    }
}
