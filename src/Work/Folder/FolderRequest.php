<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\RenderOptions;

/** What is wanted of a folder. */
final readonly class FolderRequest
{
    /** @param non-empty-list<Product> $products */
    public function __construct(
        public string $folder,
        public string $out,
        public array $products,
        /** Files in work at a time. */
        public int $jobs,
        public RenderOptions $options = new RenderOptions(),
        public NameTemplate $name = new NameTemplate(),
        public FolderEdits $edits = new FolderEdits(),
        public FolderScenes $scenes = new FolderScenes(),
        public FolderLettering $lettering = new FolderLettering(),
    ) {
    }

    /** The wishes for all, as far as they suit this picture. */
    public function optionsFor(Placement $placement): RenderOptions
    {
        return $this->options->finishedBy($this->options->finish->amongMany($placement->artwork->kind));
    }
}
