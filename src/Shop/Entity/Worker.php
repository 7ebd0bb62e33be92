<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\WorkerRepository;

/** A process that takes work from the lanes, on this machine or another, as it was heard of last. */
#[ORM\Entity(repositoryClass: WorkerRepository::class)]
#[ORM\Table(name: 'worker')]
class Worker
{
    /** Seconds after which one that is not heard of is taken for gone: several times what it has to say in. */
    public const SILENCE = 45;

    #[ORM\Id]
    #[ORM\Column(length: 120)]
    private string $name;

    /** The lanes that it takes work from, with commas between. */
    #[ORM\Column(length: 120, options: ['default' => ''])]
    private string $lanes = '';

    /** Its machine's name. */
    #[ORM\Column(length: 60, options: ['default' => ''])]
    private string $machine = '';

    #[ORM\Column]
    private \DateTimeImmutable $startedAt;

    #[ORM\Column]
    private \DateTimeImmutable $seenAt;

    public function __construct(string $name)
    {
        $this->name = $name;
        $this->startedAt = $this->seenAt = new \DateTimeImmutable();
    }

    public function name(): string
    {
        return $this->name;
    }

    public function started(string $lanes, \DateTimeImmutable $at, string $machine): void
    {
        [$this->lanes, $this->startedAt, $this->machine, $this->seenAt] = [$lanes, $at, $machine, new \DateTimeImmutable()];
    }

    public function machine(): string
    {
        return $this->machine;
    }

    public function seen(): void
    {
        $this->seenAt = new \DateTimeImmutable();
    }

    public function takesFrom(string $lane): bool
    {
        return \in_array($lane, explode(',', $this->lanes), true);
    }

    public function startedAt(): \DateTimeImmutable
    {
        return $this->startedAt;
    }

    public function seenAt(): \DateTimeImmutable
    {
        return $this->seenAt;
    }

    public function isAlive(): bool
    {
        return $this->seenAt->getTimestamp() > time() - self::SILENCE;
    }
}
