<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\ChoiceByDamage;
use Snugfit\Core\Upscale\KeptOffTexture;
use Snugfit\Core\Upscale\UpscaleChoice;

/** What a print's recipe was before the program came to make the same print otherwise, for each way in which it did. */
final class EarlierRecipes
{
    /** @return iterable<array{?string, RemakeReason}> hashes, null for what was never otherwise, and why it is made again */
    public static function of(Recipe $recipe, WantedPrint $wanted): iterable
    {
        yield from self::byRepairs($recipe, $wanted);
        foreach ($recipe->trainedEarlier() as $trained) {
            yield [$trained->hash(), RemakeReason::TrainedAnew];
            // What was made before other changes, too, is told the newest.
            foreach (self::byRepairs($trained, $wanted) as [$hash]) {
                yield [$hash, RemakeReason::TrainedAnew];
            }
        }
        if (self::isChosen($recipe, $wanted) && null !== $wanted->facts->evidence?->expected) {
            foreach (self::byAnyWay($recipe) as $hash) {
                yield [$hash, RemakeReason::ChosenOtherwise];
            }
        }
    }

    /**
     * As it was or could have been enlarged by whatever network chose the way.
     *
     * @return iterable<string> hashes
     */
    public static function byAnyWay(Recipe $recipe): iterable
    {
        foreach (UpscaleChoice::all() as $settings) {
            $other = $recipe->enlargedBy($settings->with($recipe->enlarge->settings->effort), $recipe->enlarge->region);
            yield $other->hash();
            foreach ($other->trainedEarlier() as $before) {
                yield $before->hash();
            }
        }
    }

    /** Whether the program chose how it is enlarged. */
    private static function isChosen(Recipe $recipe, WantedPrint $wanted): bool
    {
        return null === $wanted->options->upscale && $recipe->enlarge->settings->method->isLearned();
    }

    /** @return iterable<array{?string, RemakeReason}> */
    private static function byRepairs(Recipe $recipe, WantedPrint $wanted): iterable
    {
        yield from self::byOneChange($recipe, $wanted);
        foreach ($recipe->repairedEarlier() as $repaired) {
            yield [$repaired->hash(), RemakeReason::RepairedAnew];
            foreach (self::byOneChange($repaired, $wanted) as [$hash]) {
                yield [$hash, RemakeReason::RepairedAnew];
            }
        }
    }

    /** @return iterable<array{?string, RemakeReason}> */
    private static function byOneChange(Recipe $recipe, WantedPrint $wanted): iterable
    {
        yield [$recipe->hashBefore(), RemakeReason::MadeMoreExactly];
        yield [$recipe->withoutFolds()?->hash(), RemakeReason::FoldMarks];
        $pixels = $recipe->withoutLines();
        foreach ([$pixels?->hash(), $pixels?->hashBefore(), $pixels?->withoutFolds()?->hash()] as $hash) {
            yield [$hash, RemakeReason::KeptLines];
        }
        $traced = $recipe->tracedBefore();
        foreach ([$traced?->hash(), $traced?->withoutLines()?->hash()] as $hash) {
            yield [$hash, RemakeReason::TracedAnew];
        }
        if (!$recipe->repair->isSilent() && [] !== $wanted->facts->heads && null === $wanted->options->region) {
            $settings = $recipe->enlarge->settings;
            yield [$recipe->enlargedBy($settings, KeptOffTexture::before($settings, $wanted->facts))->hash(), RemakeReason::HeadsFound];
        }
        foreach (self::chosenBefore($recipe, $wanted) as [$chosen, $reason]) {
            yield [$chosen->hash(), $reason];
            yield [$chosen->hashBefore(), $reason];
        }
    }

    /**
     * By the ways of enlarging that suited the picture before, where they are other ones; none where a person chose one.
     *
     * @return iterable<array{Recipe, RemakeReason}>
     */
    private static function chosenBefore(Recipe $recipe, WantedPrint $wanted): iterable
    {
        if (!self::isChosen($recipe, $wanted)) {
            return;
        }
        $now = $recipe->enlarge->settings;
        $kind = $wanted->placement->artwork->kind;
        foreach (
            [
                [ChoiceByDamage::of($kind, $wanted->facts), RemakeReason::ChosenNearer],
                [ChoiceByDamage::before($kind, $wanted->facts), RemakeReason::ChosenAnew],
            ] as [$choice, $reason]
        ) {
            $before = $choice->settings->with($wanted->options->effort);
            if ($now->code() !== $before->code()) {
                yield [$recipe->enlargedBy($before, $recipe->enlarge->region), $reason];
            }
        }
    }
}
