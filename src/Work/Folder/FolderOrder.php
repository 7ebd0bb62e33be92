<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\WayChoice;

/** What is wanted of a folder. */
final readonly class FolderOrder
{
    /** @param non-empty-list<Product> $products */
    public function __construct(
        public string $folder,
        public string $out,
        public array $products,
        /** The products' own where null. */
        public ?Format $format,
        /** Files in work at a time. */
        public int $jobs,
        /** How to enlarge; what suits each picture where null. */
        public ?WayChoice $how = null,
    ) {
    }
}
