<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;

/** Whether delivered files still are what would be made today, or the shelf, a framing or a kind has moved on since. */
final readonly class DeliveryFreshness
{
    public function __construct(private PlacementSummaryCache $figures, private DeliveryStore $deliveries)
    {
    }

    /** Whether a run would make anything. */
    public function hasNews(Batch $batch): bool
    {
        foreach ($this->withFiles($batch) as [$one, $file]) {
            if (!$one->isExcluded && null !== $one->recipe && $file?->recipe()?->hash() !== $one->recipe) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, PrintFile> delivered files that a run would make otherwise today, by number */
    public function outdated(Batch $batch): array
    {
        $outdated = [];
        foreach ($this->withFiles($batch) as [$one, $file]) {
            if (null !== $file && $file->recipe()?->hash() !== $one->recipe) {
                $outdated[$file->id()] = $file;
            }
        }

        return $outdated;
    }

    /** @return iterable<array{PlacementSummary, ?PrintFile}> every placement with the file that was delivered for it last */
    private function withFiles(Batch $batch): iterable
    {
        $latest = $this->deliveries->latest($batch);
        foreach ($this->figures->of($batch) as $one) {
            yield [$one, $latest[DeliveryStore::placement($one->artwork->id(), $one->product->code)] ?? null];
        }
    }
}
