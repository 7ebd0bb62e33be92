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
            foreach ($one->isExcluded ? [] : $one->recipes as $piece => $recipe) {
                if (null === $this->production->standing($one->key($piece), $one->artwork->master(), $recipe, $delivered)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return array<int, DeliveredFile> delivered files that would not be made like this today, by number */
    public function outdated(Batch $batch): array
    {
        $recipes = $known = [];
        foreach ($this->summaries->of($batch) as $one) {
            $known[$one->key()->toString()] = true;
            foreach ($one->recipes as $piece => $recipe) {
                $recipes[$one->key($piece)->toString()] = $recipe;
            }
        }
        $outdated = [];
        foreach ($this->deliveries->standing($batch) as $place => $file) {
            $isOfBatch = isset($known[$file->key->whole()->toString()]);
            if ($isOfBatch && $file->print->recipe !== ($recipes[$place] ?? '')) {
                $outdated[$file->id] = $file;
            }
        }

        return $outdated;
    }
}
