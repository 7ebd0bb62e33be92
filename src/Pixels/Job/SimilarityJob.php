<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;

/** Measure how like a print of a master is to a print of a reference. */
final readonly class SimilarityJob implements PixelJob
{
    /** @param ?PixelWindow $window in pixels of the print's picture; null for all of it */
    public function __construct(public string $master, public Recipe $recipe, public string $reference, public Recipe $referenceRecipe, public ?PixelWindow $window = null)
    {
    }

    /** @param string $master and reference, SHA-256 */
    public static function key(string $master, Recipe $recipe, string $reference, Recipe $referenceRecipe, ?PixelWindow $window): string
    {
        return 'likeness.'.hash('sha256', implode(' ', [$master, $recipe->unmounted()->hash(), $reference, $referenceRecipe->unmounted()->hash(), ...($window?->toArray() ?? [])]));
    }

    public function timeLimit(): float
    {
        return 3600;
    }

    public function toArray(): array
    {
        return [
            'job' => 'likeness', 'master' => $this->master, 'recipe' => $this->recipe->canonicalJson(),
            'reference' => $this->reference, 'reference_recipe' => $this->referenceRecipe->canonicalJson(), 'window' => $this->window?->toArray(),
        ];
    }
}
