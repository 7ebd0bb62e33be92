<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Production\WriteCosts;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;

/** Which share of making a folder's files is done, counted in seconds of work: what several files show of a picture is enlarged once. */
final class FolderProgressEstimator
{
    private float $all = 0.0;
    private float $done = 0.0;

    /** @var array<int, array{float, float}> by file: seconds to enlarge when it began, share of them done */
    private array $running = [];

    /** @param list<WantedFile> $files */
    public function __construct(
        array $files,
        private readonly UpscaleEstimator $forecast,
        private readonly WriteCosts $costs = new WriteCosts(),
    ) {
        $pieces = [];
        foreach ($files as $file) {
            $this->all += $this->costs->seconds($file->recipe);
            $pieces += $forecast->pieces($file->recipe, $file->entry->sha256);
        }
        $this->all += array_sum($pieces);
    }

    public function begin(WantedFile $file): void
    {
        $this->running[$file->index] = [$this->forecast->seconds($file->recipe, $file->entry->sha256), 0.0];
    }

    public function enlarged(WantedFile $file, float $share): void
    {
        $this->running[$file->index][1] = $share;
    }

    public function end(WantedFile $file): void
    {
        $this->done += $this->running[$file->index][0] + $this->costs->seconds($file->recipe);
        unset($this->running[$file->index]);
    }

    public function done(): float
    {
        $going = array_sum(array_map(static fn (array $one): float => $one[0] * $one[1], $this->running));

        return min(1.0, ($this->done + $going) / max(1e-6, $this->all));
    }
}
