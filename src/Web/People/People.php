<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Repository\PersonRepository;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UnsupportedUserException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/**
 * The shop's people, to Symfony's security.
 *
 * @implements UserProviderInterface<Person>
 */
final readonly class People implements UserProviderInterface
{
    public function __construct(private PersonRepository $people, private PasswordHasherFactoryInterface $hashers)
    {
    }

    public function loadUserByIdentifier(string $identifier): Person
    {
        $person = $this->people->named($identifier);
        if (null === $person) {
            // As long as a password takes that is looked at, so that nobody learns which names there are.
            $this->hashers->getPasswordHasher(Person::class)->hash(bin2hex(random_bytes(8)));
            throw new UserNotFoundException();
        }

        return $person;
    }

    public function refreshUser(UserInterface $user): never
    {
        throw new UnsupportedUserException('Nothing is kept between requests.');
    }

    public function supportsClass(string $class): bool
    {
        return Person::class === $class;
    }
}
