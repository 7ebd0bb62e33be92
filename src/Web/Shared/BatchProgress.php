<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacementSummary;

/** What was done of a batch, counted. */
final readonly class BatchProgress
{
    public int $short;

    /** @var list<PlacementSummary> the first of each framing that a person should look at */
    public array $toLookAt;

    /** Print files that the last run is for, and those of them that were delivered. */
    public int $wanted;
    public int $made;

    /**
     * @param list<BatchArtwork>     $artworks
     * @param list<PlacementSummary> $placed   those that are not left out
     * @param array<string, int>     $files   of the last run, by their state
     * @param int                    $parcels  delivered files of all runs
     */
    public function __construct(public array $artworks, public array $placed, public ?PrintRun $run, array $files, public int $parcels)
    {
        $this->short = \count(array_filter($placed, static fn (PlacementSummary $one): bool => $one->isShort()));
        $toLookAt = [];
        foreach ($placed as $one) {
            if ($one->wantsLook()) {
                $toLookAt[$one->framingKey] ??= $one;
            }
        }
        $this->toLookAt = array_values($toLookAt);
        $delivered = [PrintFileState::Made->value, PrintFileState::Unchanged->value];
        $unwanted = [PrintFileState::Short->value, PrintFileState::Cancelled->value];
        $this->made = array_sum(array_intersect_key($files, array_flip($delivered)));
        $this->wanted = array_sum(array_diff_key($files, array_flip($unwanted)));
    }

    public function printable(): int
    {
        return \count($this->placed) - $this->short;
    }

    public function inState(IntakeState $state): int
    {
        return \count(array_filter($this->artworks, static fn (BatchArtwork $artwork): bool => $state === $artwork->state()));
    }

    /** What the framing room opens with. */
    public function first(): ?PlacementSummary
    {
        return $this->toLookAt[0] ?? $this->placed[0] ?? null;
    }

    /** What the test strip and finishing open with: a placement that is enlarged, where there is one. */
    public function enlarged(): ?PlacementSummary
    {
        foreach ($this->placed as $one) {
            if (!$one->isShort() && $one->enlargement > 1) {
                return $one;
            }
        }

        return $this->first();
    }

    /** What the show room opens with: a placement that is printed, where there is one. */
    public function printed(): ?PlacementSummary
    {
        foreach ($this->placed as $one) {
            if (!$one->isShort()) {
                return $one;
            }
        }

        return $this->placed[0] ?? null;
    }

    /** Artworks whose way of enlarging a person chose. */
    public function chosenByEye(): int
    {
        return \count(array_filter($this->artworks, static fn (BatchArtwork $artwork): bool => null !== $artwork->settings()->upscale));
    }

    public function finishedByHand(): int
    {
        return \count(array_filter($this->artworks, static fn (BatchArtwork $artwork): bool => $artwork->isFinishedByHand()));
    }
}
