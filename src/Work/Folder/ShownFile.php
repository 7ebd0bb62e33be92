<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Recipe;

/** A print file that may be shown in scenes. */
final readonly class ShownFile
{
    public function __construct(
        /** The master's path below what was given. */
        public string $masterName,
        public string $masterPath,
        public string $sha256,
        /** Turned the way up that it is printed. */
        public Product $product,
        public Recipe $recipe,
    ) {
    }
}
