<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Work\Message\FeedPress;
use Symfony\Component\Messenger\MessageBusInterface;

/** Starts a run: writes down every wanted print file with its recipe and name, and lets the press take them. */
final readonly class RunStarter
{
    public function __construct(
        private EntityManagerInterface $entities,
        private BatchPlanner $sheet,
        private RecipeBuilder $recipes,
        private DeliveryStore $deliveries,
        private MessageBusInterface $bus,
    ) {
    }

    public function start(Batch $batch): PrintRun
    {
        $run = new PrintRun($batch);
        $earlier = $this->deliveries->latest($batch);
        $names = new NameRegistry();
        foreach ($earlier as $file) {
            $names->reserve($file->path() ?? '');
        }
        foreach ($this->sheet->placements($batch) as $placed) {
            if (!$placed->isExcluded()) {
                $this->want($run, $placed, $earlier[DeliveryStore::placement($placed->artwork->id(), $placed->product->code)] ?? null, $names);
            }
        }
        $this->entities->persist($run);
        $this->entities->flush();
        $this->bus->dispatch(new FeedPress($run->id()));

        return $run;
    }

    private function want(PrintRun $run, PlannedPlacement $placed, ?PrintFile $earlier, NameRegistry $names): void
    {
        $artwork = $placed->artwork;
        $placement = $placed->placement;
        $recipe = null;
        $failure = null;
        try {
            $recipe = null === $placement->output ? null : $this->recipes->recipeFor($placement, $artwork->facts(), $placed->effective->renderOptions());
        } catch (ImpossibleRecipe|ImpossibleFinish $e) {
            $failure = $e->getMessage();
        }
        $master = '' === $artwork->folder() ? $artwork->fileName() : $artwork->folder().'/'.$artwork->fileName();
        $entry = ManifestEntry::wanted($master, $artwork->master(), $placement, $recipe);
        $file = new PrintFile($run, $artwork, $placed->product->code, $placed->product->name, $entry->toArray(), $recipe, $placed->product->maxBytes, $entry->reason);
        if (null !== $failure) {
            $file->failed($failure);
        }
        if (null === $recipe || null === $placement->output) {
            return;
        }
        if (null !== $earlier && $this->isSame($earlier, $recipe)) {
            $file->stands($earlier);

            return;
        }
        [$folder, $name] = $run->batch()->settings()->name->path($master, $placement->product, $placement->output, new NameContext($run->startedAt(), \count($run->files())));
        $file->setPath($this->path($names, $earlier, $folder, $name, $recipe->write->format->extension()));
    }

    /** The same name as before where it still fits, so that a print file made again replaces the old one. */
    private function path(NameRegistry $names, ?PrintFile $earlier, string $folder, string $name, string $extension): string
    {
        $plain = ('' === $folder ? '' : $folder.'/').$name;
        $old = $earlier?->path();
        if (null !== $old && 1 === preg_match('/^'.preg_quote($plain, '/').'(-\d+)?\.'.$extension.'$/', $old)) {
            return $old;
        }

        return $names->claim($folder, $name, $extension);
    }

    private function isSame(PrintFile $earlier, Recipe $recipe): bool
    {
        return $earlier->recipe()?->hash() === $recipe->hash() && null !== $earlier->path() && $this->deliveries->has($earlier);
    }
}
