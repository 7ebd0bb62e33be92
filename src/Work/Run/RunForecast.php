<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Work\Child\CpuCount;

/** What a run would make that was started now, how long it would take and how much room. */
final readonly class RunForecast
{
    public function __construct(private BatchPlanner $sheet, private RecipeBuilder $recipes, private DurationEstimator $durations)
    {
    }

    /**
     * @param list<array{Recipe, bool, string}> $recipes of a batch
     *
     * @return array{int, float, int} files, seconds with a worker for every core, and bytes
     */
    public function of(array $recipes): array
    {
        $wanted = array_map(static fn (array $one): array => [$one[0], $one[2], 1.0], $recipes);

        return [\count($wanted), $this->durations->secondsFor($wanted, CpuCount::count()), array_sum(array_map(fn (array $one): int => $this->durations->expectedBytes($one[0]), $wanted))];
    }

    /** @return list<array{Recipe, bool, string}> recipe, whether the master is transparent, and its hash */
    public function recipes(Batch $batch): array
    {
        $recipes = [];
        foreach ($this->sheet->placements($batch) as $placed) {
            if ($placed->isExcluded() || null === $placed->placement->output) {
                continue;
            }
            try {
                $recipes[] = [$this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), $placed->effective->renderOptions()), $placed->artwork->facts()->isTransparent, $placed->artwork->master()];
            } catch (ImpossibleRecipe|ImpossibleFinish) {
                continue;
            }
        }

        return $recipes;
    }
}
