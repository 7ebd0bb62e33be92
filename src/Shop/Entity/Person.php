<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\PersonRepository;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** Somebody who signs in. */
#[ORM\Entity(repositoryClass: PersonRepository::class)]
#[ORM\Table(name: 'person')]
class Person implements UserInterface, PasswordAuthenticatedUserInterface
{
    public const NAME = '/^[a-z0-9][a-z0-9._-]{0,59}$/';

    /** Characters that a password has at least (NIST SP 800-63B asks for eight). */
    public const SHORTEST_PASSWORD = 10;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 60, unique: true)]
    private string $name;

    #[ORM\Column]
    private Role $role;

    #[ORM\Column]
    private string $password = '';

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    public function __construct(string $name, Role $role)
    {
        [$this->name, $this->role, $this->createdAt] = [$name, $role, new \DateTimeImmutable()];
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The person was not stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function role(): Role
    {
        return $this->role;
    }

    public function setRole(Role $role): void
    {
        $this->role = $role;
    }

    /** @param string $hash of the password */
    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function getUserIdentifier(): string
    {
        return '' === $this->name ? throw new \LogicException('A person has a name.') : $this->name;
    }

    /** @return list<string> */
    public function getRoles(): array
    {
        return [$this->role->name()];
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function eraseCredentials(): void
    {
    }
}
