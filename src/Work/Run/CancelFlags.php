<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Shop\DataFolder;
use Snugfit\Work\Farm\CancelledRuns;
use Snugfit\Work\Farm\FarmSettings;

/**
 * Tells workers, which know no database, that a run was cancelled: by a small file beside the shop's files, and those of other
 * machines by the queue.
 */
final readonly class CancelFlags
{
    public function __construct(private DataFolder $data, private FarmSettings $farm, private CancelledRuns $elsewhere)
    {
    }

    public function raise(int $runId): void
    {
        @mkdir($this->data->flags(), 0o755, true);
        touch($this->path($runId));
        $this->spread();
    }

    public function lower(int $runId): void
    {
        if ($this->isRaisedHere($runId)) {
            unlink($this->path($runId));
            $this->spread();
        }
    }

    public function isRaised(int $runId): bool
    {
        return $this->farm->isWorker() ? $this->elsewhere->has($runId) : $this->isRaisedHere($runId);
    }

    /** Tells other machines what is raised here. */
    public function spread(): void
    {
        if ($this->farm->isOn()) {
            $this->elsewhere->say(array_map(
                static fn (string $path): int => (int) substr($path, (int) strrpos($path, '-') + 1),
                glob($this->data->flags().'/cancelled-run-*') ?: [],
            ));
        }
    }

    private function isRaisedHere(int $runId): bool
    {
        clearstatcache(true, $this->path($runId));

        return is_file($this->path($runId));
    }

    private function path(int $runId): string
    {
        return \sprintf('%s/cancelled-run-%d', $this->data->flags(), $runId);
    }
}
