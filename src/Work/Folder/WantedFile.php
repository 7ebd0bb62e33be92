<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Recipe\Recipe;

/** A print file that has to be made. */
final readonly class WantedFile
{
    public function __construct(
        /** Its place in the manifest. */
        public int $index,
        public ManifestEntry $entry,
        public string $masterPath,
        public Recipe $recipe,
        public ?int $maxBytes,
        /** Below the folder for the results. */
        public string $path,
    ) {
    }
}
