<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\UndoEntryRepository;
use Snugfit\Shop\Undo\ChangeList;

/** One act of a person in a batch, with the states before and after, so that it can be taken back and done again. */
#[ORM\Entity(repositoryClass: UndoEntryRepository::class)]
#[ORM\Table(name: 'undo_entry')]
class UndoEntry
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Batch $batch;

    /** What was done, in words, for the message that offers to take it back. */
    #[ORM\Column(length: 200)]
    private string $what;

    #[ORM\Column(type: 'change_list')]
    private ChangeList $changes;

    #[ORM\Column]
    private bool $undone = false;

    #[ORM\Column]
    private \DateTimeImmutable $at;

    /** Who did it; null where nobody signs in. */
    #[ORM\Column(name: 'done_by', length: 60, nullable: true)]
    private ?string $by;

    public function __construct(Batch $batch, string $what, ChangeList $changes, ?string $by = null)
    {
        $this->by = $by;
        $this->batch = $batch;
        $this->what = mb_strimwidth($what, 0, 200, '…');
        $this->changes = $changes;
        $this->at = new \DateTimeImmutable();
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function batch(): Batch
    {
        return $this->batch;
    }

    public function what(): string
    {
        return $this->what;
    }

    public function by(): ?string
    {
        return $this->by;
    }

    public function at(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function changes(): ChangeList
    {
        return $this->changes;
    }

    public function setUndone(bool $undone): void
    {
        $this->undone = $undone;
    }
}
