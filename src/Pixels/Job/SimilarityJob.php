<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;

/** Measure how like a print of a master is to a print of a reference. */
final readonly class SimilarityJob implements PixelJob
{
    /** @param ?PixelWindow $window in pixels of the print's picture; null for all of it */
    public function __construct(
        public JobMaster $master,
        public Recipe $recipe,
        public JobMaster $reference,
        public Recipe $referenceRecipe,
        public ?PixelWindow $window = null,
    ) {
    }

    /** @param string $master and reference, SHA-256 */
    public static function key(string $master, Recipe $recipe, string $reference, Recipe $referenceRecipe, ?PixelWindow $window): string
    {
        $parts = [$master, $recipe->unmounted()->hash(), $reference, $referenceRecipe->unmounted()->hash(), ...($window?->toArray() ?? [])];

        return 'likeness.'.hash('sha256', implode(' ', $parts));
    }

    public static function name(): string
    {
        return 'likeness';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            Recipe::fromJson($job->string('recipe')),
            JobMaster::fromJson($job->record('reference')),
            Recipe::fromJson($job->string('reference_recipe')),
            $job->has('window') ? PixelWindow::fromRecord($job->record('window')) : null,
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
            'reference' => $this->reference->toArray(),
            'reference_recipe' => $this->referenceRecipe->canonicalJson(),
            'window' => $this->window?->toArray(),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path, $this->reference->path]);
    }

    public function timeLimit(): float
    {
        return 3600;
    }
}
