<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;

/** The names that a run would give its files, to look at beforehand. */
final readonly class NamePreview
{
    private const SHOWN = 8;

    public function __construct(private BatchPlanner $sheet, private RecipeBuilder $recipes)
    {
    }

    /** @return array{names: list<array{path: string, isNumbered: bool}>, count: int, numbered: int} the first few names, how many there are, and how many got a number */
    public function summary(Batch $batch, NameTemplate $template): array
    {
        $names = $this->of($batch, $template);

        return ['names' => \array_slice($names, 0, self::SHOWN), 'count' => \count($names), 'numbered' => \count(array_filter($names, static fn (array $one): bool => $one['isNumbered']))];
    }

    /** @return list<array{path: string, isNumbered: bool}> in the order of the run; numbered where the template gave the same name before */
    private function of(Batch $batch, NameTemplate $template): array
    {
        $names = new NameRegistry();
        $plan = [];
        $counter = 0;
        $now = new \DateTimeImmutable();
        foreach ($this->sheet->placements($batch) as $placed) {
            if ($placed->isExcluded()) {
                continue;
            }
            ++$counter;
            if (null === $placed->placement->output) {
                continue;
            }
            try {
                $extension = $this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), $placed->effective->renderOptions())->write->format->extension();
            } catch (ImpossibleRecipe|ImpossibleFinish) {
                continue;
            }
            $artwork = $placed->artwork;
            $master = '' === $artwork->folder() ? $artwork->fileName() : $artwork->folder().'/'.$artwork->fileName();
            [$folder, $name] = $template->path($master, $placed->placement->product, $placed->placement->output, new NameContext($now, $counter));
            $path = $names->claim($folder, $name, $extension);
            $plan[] = ['path' => $path, 'isNumbered' => $path !== ('' === $folder ? '' : $folder.'/').$name.'.'.$extension];
        }

        return $plan;
    }
}
