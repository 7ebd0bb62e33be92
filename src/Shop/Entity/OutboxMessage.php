<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A message that is to go to workers or host, written in the same transaction as the state that it follows from. */
#[ORM\Entity]
#[ORM\Table(name: 'outbox')]
class OutboxMessage
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** As the queue takes it. */
    #[ORM\Column(type: 'text')]
    private string $body;

    /** Until when a process is sending it, as a Unix time; after that it may have died over it. */
    #[ORM\Column(options: ['default' => 0])]
    private int $claimedUntil = 0;

    public function __construct(string $body)
    {
        $this->body = $body;
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function body(): string
    {
        return $this->body;
    }

    public function claimedUntil(): int
    {
        return $this->claimedUntil;
    }
}
