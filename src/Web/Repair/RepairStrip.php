<?php

declare(strict_types=1);

namespace Snugfit\Web\Repair;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/** A batch's pictures as the repair room lays them out: those in doubt are told. */
final readonly class RepairStrip
{
    /** @param list<BatchArtwork> $artworks */
    private function __construct(public array $artworks, public BatchArtwork $here)
    {
    }

    public static function of(Batch $batch, BatchArtwork $here): self
    {
        $artworks = array_values(array_filter($batch->artworks(), static fn (BatchArtwork $one): bool => $one->wasMasterRead()));
        $doubt = static fn (BatchArtwork $one): float => $one->isInDoubt() ? $one->prepared()->cutOut->doubt ?? 0.0 : 0.0;
        // Those in doubt first, the worst before; all others as they stand in the batch.
        usort($artworks, static fn (BatchArtwork $one, BatchArtwork $other): int => $doubt($other) <=> $doubt($one));

        return new self($artworks, $here);
    }

    public function next(): ?BatchArtwork
    {
        return $this->artworks[$this->place() + 1] ?? null;
    }

    public function previous(): ?BatchArtwork
    {
        return $this->artworks[$this->place() - 1] ?? null;
    }

    /** The next one in doubt, from here on and round. */
    public function nextInDoubt(): ?BatchArtwork
    {
        $after = [...\array_slice($this->artworks, $this->place() + 1), ...\array_slice($this->artworks, 0, $this->place())];

        return array_values(array_filter($after, static fn (BatchArtwork $one): bool => $one->isInDoubt()))[0] ?? null;
    }

    /**
     * @param list<int> $among numbers of artworks; empty for all
     *
     * @return list<BatchArtwork> those to which the same is not done yet
     */
    public function others(array $among = []): array
    {
        if ([] === SameEdits::among($this->here->edits())) {
            return [];
        }

        return array_values(array_filter(
            $this->artworks,
            fn (BatchArtwork $one): bool => $one !== $this->here && ([] === $among || \in_array($one->id(), $among, true))
                && SameEdits::of($this->here->edits(), $one->edits())->toList() !== $one->edits()->toList(),
        ));
    }

    private function place(): int
    {
        return (int) array_search($this->here, $this->artworks, true);
    }
}
