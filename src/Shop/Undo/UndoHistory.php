<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\UndoEntry;
use Snugfit\Shop\Repository\UndoEntryRepository;

/** Every act of a person in a batch goes through here, so that it can be taken back and done again, also after a reload. */
final readonly class UndoHistory
{
    public function __construct(
        private EntityManagerInterface $entities,
        private UndoEntryRepository $entries,
        private ActGuard $guard,
        private ActingPerson $person,
    ) {
    }

    /**
     * Makes changes as one act and notes it. An act that changes nothing is not noted.
     *
     * @param string                  $what       in words, for the message that offers to take it back
     * @param Change<covariant mixed> ...$changes
     *
     * @throws StaleAct where it rests on a state that is not there any more
     */
    public function apply(Batch $batch, string $what, Change ...$changes): void
    {
        $effective = (new ChangeList(array_values($changes)))->effective();
        if ($effective->isEmpty()) {
            return;
        }
        // Nobody else writes between the look and the write.
        $this->entities->wrapInTransaction(function () use ($batch, $what, $effective): void {
            $this->guard->check();
            $effective->apply($batch);
            // What was taken back cannot be done again once something else was done.
            foreach ($this->entries->undone($batch) as $entry) {
                $this->entities->remove($entry);
            }
            $this->entities->persist(new UndoEntry($batch, $what, $effective, $this->person->name()));
        });
    }

    /**
     * @param ?int $expected the act that is meant; null for the last one, whatever it is
     *
     * @return ?string what was taken back, in words; null where there was nothing
     *
     * @throws StaleAct where another act was done since
     */
    public function undo(Batch $batch, ?int $expected = null): ?string
    {
        return $this->entities->wrapInTransaction(function () use ($batch, $expected): ?string {
            $entry = $this->entries->lastDone($batch);
            if (null === $entry) {
                return null;
            }
            if (null !== $expected && $expected !== $entry->id()) {
                throw StaleAct::doneSince($entry->what());
            }
            $entry->changes()->revert($batch);
            $entry->setUndone(true);

            return $entry->what();
        });
    }

    /** @return ?string what was done again, in words; null where there was nothing */
    public function redo(Batch $batch): ?string
    {
        return $this->entities->wrapInTransaction(function () use ($batch): ?string {
            $entry = $this->entries->undone($batch)[0] ?? null;
            if (null === $entry) {
                return null;
            }
            $entry->changes()->apply($batch);
            $entry->setUndone(false);

            return $entry->what();
        });
    }
}
