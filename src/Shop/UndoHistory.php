<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\BatchSettings;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\Entity\UndoEntry;

/**
 * Every act of a person in a batch goes through here, so that all of it can be taken back and done again, also after a
 * reload. A subject names what changes: "framing:ARTWORK:PLACE", "keep:ARTWORK", "dismissed:ARTWORK", "kind:ARTWORK", "removed:ARTWORK", "reference:ARTWORK", "products", "name", "settings".
 */
final readonly class UndoHistory
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * Makes a change and notes it. An act that changes nothing is not noted.
     *
     * @param array<string, array<string, mixed>> $after the new state by subject
     */
    public function apply(Batch $batch, string $what, array $after): void
    {
        $changes = [];
        foreach ($after as $subject => $state) {
            $before = $this->state($batch, $subject);
            if ($before !== $state) {
                $changes[] = ['subject' => $subject, 'before' => $before, 'after' => $state];
                $this->set($batch, $subject, $state);
            }
        }
        if ([] === $changes) {
            return;
        }
        // What was taken back cannot be done again once something else was done.
        foreach ($this->entries($batch, undone: true) as $entry) {
            $this->entities->remove($entry);
        }
        $this->entities->persist(new UndoEntry($batch, $what, $changes));
        $this->entities->flush();
    }

    /** @return ?string what was taken back, in words; null where there was nothing */
    public function undo(Batch $batch): ?string
    {
        $entry = $this->lastDone($batch);
        if (null === $entry) {
            return null;
        }
        foreach (array_reverse($entry->changes()) as $change) {
            $this->set($batch, $change['subject'], $change['before']);
        }
        $entry->setUndone(true);
        $this->entities->flush();

        return $entry->what();
    }

    /** @return ?string what was done again, in words; null where there was nothing */
    public function redo(Batch $batch): ?string
    {
        $entry = $this->entries($batch, undone: true)[0] ?? null;
        if (null === $entry) {
            return null;
        }
        foreach ($entry->changes() as $change) {
            $this->set($batch, $change['subject'], $change['after']);
        }
        $entry->setUndone(false);
        $this->entities->flush();

        return $entry->what();
    }

    public function lastDone(Batch $batch): ?UndoEntry
    {
        return $this->entities->getRepository(UndoEntry::class)->findOneBy(['batch' => $batch, 'undone' => false], ['id' => 'DESC']);
    }

    /** @return list<UndoEntry> oldest first */
    private function entries(Batch $batch, bool $undone): array
    {
        return $this->entities->getRepository(UndoEntry::class)->findBy(['batch' => $batch, 'undone' => $undone], ['id' => 'ASC']);
    }

    /** @return array<string, mixed> */
    private function state(Batch $batch, string $subject): array
    {
        [$what, $artworkId, $product] = [...explode(':', $subject), '', ''];

        return match ($what) {
            'framing' => $this->artwork($batch, $artworkId)->memo($product)->toArray(),
            'keep' => ['boxes' => array_map(static fn (FractionBox $box): array => $box->toList(), $this->artwork($batch, $artworkId)->keepBoxes())],
            'dismissed' => ['codes' => $this->artwork($batch, $artworkId)->dismissed()],
            'kind' => ['kind' => $this->artwork($batch, $artworkId)->correctedKind()?->value],
            'removed' => ['removed' => $this->artwork($batch, $artworkId)->isRemoved()],
            'reference' => $this->artwork($batch, $artworkId)->reference()?->toArray() ?? [],
            'products' => ['codes' => $batch->productCodes()],
            'name' => ['name' => $batch->name()],
            'settings' => $batch->settings()->toArray(),
            default => throw new \LogicException(\sprintf('The journal knows no subject "%s".', $subject)),
        };
    }

    /** @param array<string, mixed> $state */
    private function set(Batch $batch, string $subject, array $state): void
    {
        [$what, $artworkId, $product] = [...explode(':', $subject), '', ''];
        $record = JsonReader::of($state, 'a journal entry');
        match ($what) {
            'framing' => $this->artwork($batch, $artworkId)->remember($product, FramingMemo::fromRecord($record)),
            'keep' => $this->artwork($batch, $artworkId)->keep(FractionBox::listOf($state['boxes'] ?? null)),
            'dismissed' => $this->artwork($batch, $artworkId)->dismiss($record->strings('codes')),
            'kind' => $this->artwork($batch, $artworkId)->correctKind(Kind::tryFrom($record->optionalString('kind') ?? '')),
            'removed' => $this->artwork($batch, $artworkId)->setRemoved($record->bool('removed')),
            'reference' => $this->artwork($batch, $artworkId)->compareWith(ReferenceImage::fromRecord($record)),
            'products' => $batch->chooseProducts($record->strings('codes')),
            'name' => $batch->rename($record->string('name')),
            'settings' => $batch->settle(BatchSettings::fromRecord($record)),
            default => throw new \LogicException(\sprintf('The journal knows no subject "%s".', $subject)),
        };
    }

    private function artwork(Batch $batch, string $id): BatchArtwork
    {
        $artwork = $this->entities->find(BatchArtwork::class, (int) $id);

        return null !== $artwork && $artwork->batch() === $batch ? $artwork : throw new \LogicException('The journal names an artwork of another batch.');
    }
}
