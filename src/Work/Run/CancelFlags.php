<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Shop\DataFolder;

/** Tells workers, which know no database, that a run was cancelled: a small file beside the shop's files. */
final readonly class CancelFlags
{
    public function __construct(private DataFolder $data)
    {
    }

    public function raise(int $runId): void
    {
        @mkdir($this->data->flags(), 0o755, true);
        touch($this->path($runId));
    }

    public function lower(int $runId): void
    {
        if ($this->isRaised($runId)) {
            unlink($this->path($runId));
        }
    }

    public function isRaised(int $runId): bool
    {
        clearstatcache(true, $this->path($runId));

        return is_file($this->path($runId));
    }

    private function path(int $runId): string
    {
        return \sprintf('%s/cancelled-run-%d', $this->data->flags(), $runId);
    }
}
