<?php

declare(strict_types=1);

namespace Snugfit\Work\Press;

use Snugfit\Core\Delivery\NameBook;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\RecipeWriter;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;

/** The names that a run would give its files, to look at beforehand. */
final readonly class NamePlan
{
    private const SHOWN = 8;

    public function __construct(private FitSheet $sheet, private RecipeWriter $recipes)
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
        $names = new NameBook();
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
                $extension = $this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), $placed->sitting->wishesOfMaking())->write->format->extension();
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
