<?php

declare(strict_types=1);

namespace Snugfit\Shop;

/** What a batch holds on disk, and what would go with it. */
final readonly class BatchContents
{
    public function __construct(
        /** Masters and full sizes given beside them, that only this batch uses. */
        public int $masters,
        public int $masterBytes,
        /** Those that other batches use too, which stay. */
        public int $shared,
        /** Delivered files in its folder. */
        public int $prints,
        public int $printBytes,
        public int $runs,
    ) {
    }

    public function bytes(): int
    {
        return $this->masterBytes + $this->printBytes;
    }
}
