<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\PrintRunRepository;

/** One start of the press for a batch. */
#[ORM\Entity(repositoryClass: PrintRunRepository::class)]
#[ORM\Table(name: 'print_run')]
class PrintRun
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Batch $batch;

    #[ORM\Column]
    private \DateTimeImmutable $startedAt;

    /** When it was written down what it makes; null while that is being worked out. */
    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $plannedAt = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $finishedAt = null;

    #[ORM\Column]
    private bool $paused = false;

    #[ORM\Column]
    private bool $cancelled = false;

    /** Who started it; null where nobody signs in. */
    #[ORM\Column(length: 60, nullable: true)]
    private ?string $startedBy;

    public function __construct(Batch $batch, ?string $startedBy = null)
    {
        $this->startedBy = $startedBy;
        $this->batch = $batch;
        $this->startedAt = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The run was not stored yet.');
    }

    public function batch(): Batch
    {
        return $this->batch;
    }

    public function startedBy(): ?string
    {
        return $this->startedBy;
    }

    public function startedAt(): \DateTimeImmutable
    {
        return $this->startedAt;
    }

    public function isPlanned(): bool
    {
        return null !== $this->plannedAt;
    }

    public function planned(): void
    {
        $this->plannedAt = new \DateTimeImmutable();
    }

    public function finishedAt(): ?\DateTimeImmutable
    {
        return $this->finishedAt;
    }

    public function finish(): void
    {
        $this->finishedAt ??= new \DateTimeImmutable();
    }

    public function reopen(): void
    {
        $this->finishedAt = null;
        $this->cancelled = false;
    }

    public function isPaused(): bool
    {
        return $this->paused;
    }

    public function setPaused(bool $paused): void
    {
        $this->paused = $paused;
    }

    public function isCancelled(): bool
    {
        return $this->cancelled;
    }

    public function cancel(): void
    {
        $this->cancelled = true;
        $this->paused = false;
    }
}
