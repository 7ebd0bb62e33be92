<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;

/** By which a person is known without the password: a browser that signed in, or a script. Only its hash is kept. */
#[ORM\Entity]
#[ORM\Table(name: 'access_token')]
class AccessToken
{
    /** Days after which a browser has to sign in again. */
    public const BROWSER_DAYS = 14;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Person $person;

    /** SHA-256 of the token. */
    #[ORM\Column(length: 64, unique: true)]
    private string $hash;

    /** What a script is for; null for a browser. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $label;

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $expiresAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $usedAt = null;

    public function __construct(Person $person, string $token, ?string $label)
    {
        $this->person = $person;
        $this->hash = hash('sha256', $token);
        $this->label = $label;
        $this->createdAt = new \DateTimeImmutable();
        $this->expiresAt = null === $label ? new \DateTimeImmutable(\sprintf('+%d days', self::BROWSER_DAYS)) : null;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The token was not stored yet.');
    }

    public function person(): Person
    {
        return $this->person;
    }

    public function hash(): string
    {
        return $this->hash;
    }

    public function label(): ?string
    {
        return $this->label;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function usedAt(): ?\DateTimeImmutable
    {
        return $this->usedAt;
    }

    public function isExpired(): bool
    {
        return null !== $this->expiresAt && $this->expiresAt < new \DateTimeImmutable();
    }
}
