<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\DeliveredPrints;
use Snugfit\Core\Production\PlacementKey;

/** What stands in a batch's delivery folder. */
final readonly class BatchDelivery implements DeliveredPrints
{
    /** @var array<string, true> paths that runs delivered */
    private array $own;

    /**
     * @param array<string, DeliveredFile> $latest    by PlacementKey::toString()
     * @param ?FileIntegrity               $integrity null where it is enough that a file is there: to look at, not to rest on
     */
    public function __construct(
        private array $latest,
        private FileStore $store,
        private string $folder,
        private ?FileIntegrity $integrity = null,
    ) {
        $this->own = array_fill_keys([...$this->paths()], true);
    }

    public function of(PlacementKey $key): ?DeliveredPrint
    {
        return ($this->latest[$key->toString()] ?? null)?->print;
    }

    public function isIntact(DeliveredPrint $print): bool
    {
        $key = $this->folder.'/'.$print->path;

        return null === $this->integrity ? $this->store->has($key) : $this->integrity->isIntact($key, $print->sha256);
    }

    public function paths(): iterable
    {
        foreach ($this->latest as $file) {
            yield $file->print->path;
        }
    }

    public function isForeign(string $path): bool
    {
        return !isset($this->own[$path]) && $this->store->has($this->folder.'/'.$path);
    }
}
