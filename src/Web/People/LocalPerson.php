<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Snugfit\Shop\Entity\Role;
use Symfony\Component\Security\Core\User\UserInterface;

/** The one person at this machine, who signs nowhere in. */
final readonly class LocalPerson implements UserInterface
{
    public function getRoles(): array
    {
        return [Role::Owner->name()];
    }

    public function getUserIdentifier(): string
    {
        return 'this machine';
    }

    public function eraseCredentials(): void
    {
    }
}
