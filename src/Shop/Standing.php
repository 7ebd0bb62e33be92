<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\RecipeWriter;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;

/** Whether delivered files still are what would be made today, or the shelf, a framing or a kind has moved on since. */
final readonly class Standing
{
    public function __construct(private FitSheet $sheet, private Deliveries $deliveries, private RecipeWriter $recipes)
    {
    }

    /** Whether a run would make anything. */
    public function hasNews(Batch $batch): bool
    {
        $latest = $this->deliveries->latest($batch);
        foreach ($this->sheet->placements($batch) as $placed) {
            if (!$placed->isExcluded() && null !== $placed->placement->output && ($latest[$this->key($placed)] ?? null)?->recipe()?->hash() !== $this->hash($placed)) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, PrintFile> delivered files that a run would make otherwise today, by number */
    public function outdated(Batch $batch): array
    {
        $latest = $this->deliveries->latest($batch);
        $outdated = [];
        foreach ($this->sheet->placements($batch) as $placed) {
            $file = $latest[$this->key($placed)] ?? null;
            if (null !== $file && $file->recipe()?->hash() !== $this->hash($placed)) {
                $outdated[$file->id()] = $file;
            }
        }

        return $outdated;
    }

    private function key(PlacedArtwork $placed): string
    {
        return Deliveries::placement($placed->artwork->id(), $placed->product->code);
    }

    /** Null where there would be no file. */
    private function hash(PlacedArtwork $placed): ?string
    {
        try {
            return null === $placed->placement->output ? null : $this->recipes->recipeFor($placed->placement, $placed->artwork->facts())->hash();
        } catch (ImpossibleRecipe) {
            return null;
        }
    }
}
