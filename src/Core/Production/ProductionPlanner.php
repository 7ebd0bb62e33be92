<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementReason;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Output\ImpossibleOutput;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;

/**
 * Decides what is made, by which recipe, under which name, and what stands from before. The only place that does: runs,
 * folders, previews of names, forecasts and the marks of what has moved on all ask here.
 */
final readonly class ProductionPlanner
{
    public function __construct(
        private RecipeBuilder $recipes = new RecipeBuilder(),
        private PlacementPlanner $placements = new PlacementPlanner(),
    ) {
    }

    /** How a print would be made, or why not. */
    public function decide(WantedPrint $wanted): Recipe|Refusal
    {
        if (null === $wanted->placement->output) {
            return new Refusal(RefusalReason::Short, PlacementReason::of($wanted->placement));
        }
        try {
            $whole = $this->recipes->recipeFor($wanted->placement, $wanted->facts, $wanted->options);
            $plan = PanelPlan::ofProduct($wanted->placement->product);

            return null === $plan || null === $wanted->panel
                ? $whole
                : $whole->cutToPanel($plan, $wanted->panel, $wanted->placement->product->bleed);
        } catch (ImpossibleRecipe|ImpossibleFinish|ImpossibleOutput|ImpossibleLettering $e) {
            return new Refusal(RefusalReason::Impossible, $e->getMessage());
        }
    }

    /**
     * What stands in a delivery of a print that is wanted; null where a run has to make it.
     *
     * @param string $master SHA-256
     * @param string $recipe SHA-256
     */
    public function standing(PlacementKey $key, string $master, string $recipe, DeliveredPrints $delivered): ?DeliveredPrint
    {
        $print = $delivered->of($key);

        return null !== $print && $print->isMadeOf($master, $recipe) && $delivered->isIntact($print) ? $print : null;
    }

    /**
     * A whole run: every wanted print in its order, piece by piece where it hangs in several, numbered from 1 as it stands there. One
     * after the other, so that a run of a hundred thousand takes no more room than one of ten.
     *
     * @param iterable<WantedPrint> $wanted
     *
     * @return \Generator<int, PlannedPrint>
     */
    public function plan(iterable $wanted, NameTemplate $template, DeliveredPrints $delivered, \DateTimeImmutable $date): \Generator
    {
        $names = new NameRegistry();
        foreach ($delivered->paths() as $path) {
            $names->reserve($path);
        }
        $number = 0;
        foreach ($wanted as $one) {
            foreach ($one->files() as $file) {
                $context = new NameContext($date, ++$number, $file->key->piece);
                yield $this->planOne($file, $template, $names, $delivered, $context);
            }
        }
    }

    private function planOne(
        WantedPrint $wanted,
        NameTemplate $template,
        NameRegistry $names,
        DeliveredPrints $delivered,
        NameContext $context,
    ): PlannedPrint {
        $outcome = $this->decide($wanted);
        if ($outcome instanceof Refusal) {
            return PlannedPrint::refused($wanted, $outcome);
        }
        $output = new PrintDimensions($outcome->size(), $outcome->write->ppi);
        [$folder, $name] = $template->path($wanted->masterName, $wanted->product(), $output, $context);
        $extension = $outcome->write->format->extension();
        $plain = ('' === $folder ? '' : $folder.'/').$name.'.'.$extension;
        $standing = $this->standing($wanted->key, $wanted->facts->sha256, $outcome->hash(), $delivered);
        if (null !== $standing) {
            return PlannedPrint::unchanged($wanted, $outcome, $standing, self::isNumbered($standing->path, $plain));
        }
        $last = $delivered->of($wanted->key);
        $before = $last?->path;
        // The same name as before where it still fits, so that a print made again replaces the old one.
        $path =
            null !== $before && ($before === $plain || self::isNumbered($before, $plain))
                ? $before
                : $names->claim($folder, $name, $extension, $delivered->isForeign(...));

        $remade = null === $last ? null : $this->remakeReason($wanted, $outcome, $last);
        // A file's bytes are looked at last: most prints that are made again were asked for otherwise.
        $remade = null !== $remade && $delivered->isIntact($last) ? $remade : null;

        return PlannedPrint::toMake($wanted, $outcome, $path, $path !== $plain, $remade);
    }

    private function remakeReason(WantedPrint $wanted, Recipe $recipe, DeliveredPrint $last): ?RemakeReason
    {
        $isOf = static fn (?string $hash): bool => null !== $hash && $last->isMadeOf($wanted->facts->sha256, $hash);
        foreach (EarlierRecipes::of($recipe, $wanted) as [$hash, $reason]) {
            if ($isOf($hash)) {
                return $reason;
            }
        }
        foreach (null === $wanted->request ? [] : $this->placedEarlier($wanted, $recipe, $wanted->request) as [$hash, $reason]) {
            if ($isOf($hash)) {
                return $reason;
            }
        }

        return null;
    }

    /** @return iterable<array{?string, RemakeReason}> hashes of what it was while it was placed otherwise */
    private function placedEarlier(WantedPrint $wanted, Recipe $recipe, PlacementRequest $request): iterable
    {
        if (null !== $wanted->placement->product->wrap && [] !== $request->keep) {
            foreach (self::hashes($this->placedAs($wanted, $request->keepingAnywhere())) as $hash) {
                yield [$hash, RemakeReason::KeptOnFace];
            }
        }
        if (null === $request->framing->fitMode && FitMode::Whole === $wanted->placement->framing->fitMode) {
            $filled = $request->reframed($request->framing->with(fitMode: FitMode::Fill));
            foreach (self::hashes($this->placedAs($wanted, $filled)) as $hash) {
                yield [$hash, RemakeReason::ShownWhole];
            }
        }
        $facts = $wanted->facts;
        if ([Kind::Photo, Kind::Photo, Kind::Illustration] === [$wanted->placement->artwork->kind, $facts->kindGuess, $facts->kindOther]) {
            $drawn = $this->placedAs($wanted, $request, Kind::Illustration);
            $isOther = $drawn instanceof Recipe && !$drawn->size()->equals($recipe->size());
            foreach ($isOther ? EarlierRecipes::byAnyWay($drawn) : [] as $hash) {
                yield [$hash, RemakeReason::ToldPhoto];
            }
        }
    }

    /** @return list<?string> of a recipe as it is and as it was; none of what was refused */
    private static function hashes(Recipe|Refusal $recipe): array
    {
        if ($recipe instanceof Refusal) {
            return [];
        }
        $hashes = [];
        foreach ([$recipe, ...$recipe->trainedEarlier()] as $one) {
            $hashes[] = $one->hash();
            $hashes[] = $one->hashBefore();
        }

        return $hashes;
    }

    private function placedAs(WantedPrint $wanted, PlacementRequest $request, ?Kind $kind = null): Recipe|Refusal
    {
        $artwork = $wanted->placement->artwork;

        return $this->decide($wanted->placedAs($this->placements->plan(
            null === $kind ? $artwork : $artwork->ofKind($kind),
            $wanted->placement->product,
            $request,
        )));
    }

    private static function isNumbered(string $path, string $plain): bool
    {
        $at = (int) strrpos($plain, '.');

        return 1 ===
            preg_match('/^'.preg_quote(substr($plain, 0, $at), '/').'-\d+'.preg_quote(substr($plain, $at), '/').'$/', $path);
    }
}
