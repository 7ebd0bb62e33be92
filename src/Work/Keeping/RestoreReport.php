<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

final readonly class RestoreReport
{
    public function __construct(
        /** Files that were put back; the others were there as they should be. */
        public int $files,
        /** @var list<string> keys of files that the backup does not hold as they were */
        public array $wrong,
    ) {
    }
}
