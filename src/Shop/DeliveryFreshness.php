<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Shop\Entity\Batch;

/** Whether delivered files still are what would be made today, or the shelf, a framing or a kind has moved on since. */
final readonly class DeliveryFreshness
{
    public function __construct(
        private PlacementSummaryCache $summaries,
        private DeliveryStore $deliveries,
        private ProductionPlanner $production,
    ) {
    }

    /** Whether a run would make anything. */
    public function hasNews(Batch $batch): bool
    {
        $delivered = $this->deliveries->delivered($batch);
        foreach ($this->summaries->of($batch) as $one) {
            if (
                !$one->isExcluded &&
                null !== $one->recipe &&
                null === $this->production->standing($one->key(), $one->artwork->master(), $one->recipe, $delivered)
            ) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, DeliveredFile> delivered files that would not be made like this today, by number */
    public function outdated(Batch $batch): array
    {
        $latest = $this->deliveries->standing($batch);
        $outdated = [];
        foreach ($this->summaries->of($batch) as $one) {
            $file = $latest[$one->key()->toString()] ?? null;
            if (null !== $file && !$file->print->isMadeOf($one->artwork->master(), $one->recipe ?? '')) {
                $outdated[$file->id] = $file;
            }
        }

        return $outdated;
    }
}
