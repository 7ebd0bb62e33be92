<?php

declare(strict_types=1);

namespace Snugfit\Work\Press;

use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeWriter;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;
use Snugfit\Work\Folder\Cores;

/** How long a run would take that was started now. */
final readonly class Forecast
{
    public function __construct(private FitSheet $sheet, private RecipeWriter $recipes, private Pace $pace)
    {
    }

    /** @return array{int, float} files and seconds, with a worker for every core */
    public function of(Batch $batch): array
    {
        $wanted = $this->wanted($batch);

        return [\count($wanted), $this->pace->secondsFor($wanted, Cores::count())];
    }

    /** @return list<array{Recipe, string, float}> recipe, master, and the share of it that is to be made */
    private function wanted(Batch $batch): array
    {
        $wanted = [];
        foreach ($this->sheet->placements($batch) as $placed) {
            if ($placed->isExcluded() || null === $placed->placement->output) {
                continue;
            }
            try {
                $wanted[] = [$this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), $placed->sitting->wishesOfMaking()), $placed->artwork->master(), 1.0];
            } catch (ImpossibleRecipe|ImpossibleFinish) {
                continue;
            }
        }

        return $wanted;
    }
}
