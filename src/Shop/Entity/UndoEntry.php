<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;

/** One act of a person in a batch, with the states before and after, so that it can be taken back and done again. */
#[ORM\Entity]
#[ORM\Table(name: 'journal_entry')]
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

    /** @var list<array{subject: string, before: array<string, mixed>, after: array<string, mixed>}> */
    #[ORM\Column]
    private array $changes;

    #[ORM\Column]
    private bool $undone = false;

    #[ORM\Column]
    private \DateTimeImmutable $at;

    /** @param list<array{subject: string, before: array<string, mixed>, after: array<string, mixed>}> $changes */
    public function __construct(Batch $batch, string $what, array $changes)
    {
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

    public function at(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function what(): string
    {
        return $this->what;
    }

    /** @return list<array{subject: string, before: array<string, mixed>, after: array<string, mixed>}> */
    public function changes(): array
    {
        return $this->changes;
    }

    public function isUndone(): bool
    {
        return $this->undone;
    }

    public function setUndone(bool $undone): void
    {
        $this->undone = $undone;
    }
}
