<?php

declare(strict_types=1);

namespace Snugfit\Shop\People;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\AccessToken;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\Role;
use Snugfit\Shop\Repository\PersonRepository;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;

/** Accounts are made, changed and removed here, by the room for people and by the command alike. */
final readonly class Accounts
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PersonRepository $people,
        private PasswordHasherFactoryInterface $hashers,
    ) {
    }

    /** @throws ImpossiblePerson */
    public function add(string $name, Role $role, #[\SensitiveParameter] string $password): Person
    {
        $name = mb_strtolower(trim($name));
        if (1 !== preg_match(Person::NAME, $name)) {
            throw ImpossiblePerson::name();
        }
        if (null !== $this->people->named($name)) {
            throw ImpossiblePerson::taken($name);
        }
        $person = new Person($name, $role);
        $this->entities->persist($person);
        $this->setPassword($person, $password);

        return $person;
    }

    /** @throws ImpossiblePerson */
    public function named(string $name): Person
    {
        return $this->people->named($name) ?? throw ImpossiblePerson::unknown($name);
    }

    /**
     * With another password all browsers that are signed in by the old one are signed out.
     *
     * @throws ImpossiblePerson
     */
    public function setPassword(Person $person, #[\SensitiveParameter] string $password): void
    {
        if (mb_strlen($password) < Person::SHORTEST_PASSWORD || mb_strtolower($password) === $person->name()) {
            throw ImpossiblePerson::password(Person::SHORTEST_PASSWORD);
        }
        $person->setPassword($this->hashers->getPasswordHasher(Person::class)->hash($password));
        $this->entities->flush();
        $this->entities->createQuery('DELETE '.AccessToken::class.' token WHERE token.person = :person AND token.label IS NULL')
            ->execute(['person' => $person]);
    }

    /** @throws ImpossiblePerson */
    public function changeOwnPassword(Person $person, #[\SensitiveParameter] string $old, #[\SensitiveParameter] string $new): void
    {
        if (!$this->hashers->getPasswordHasher(Person::class)->verify($person->getPassword(), $old)) {
            throw ImpossiblePerson::wrongPassword();
        }
        $this->setPassword($person, $new);
    }

    /** @throws ImpossiblePerson */
    public function setRole(Person $person, Role $role): void
    {
        if (Role::Owner !== $role && $this->people->isLastOwner($person)) {
            throw ImpossiblePerson::lastOwner();
        }
        $person->setRole($role);
        $this->entities->flush();
    }

    /** @throws ImpossiblePerson */
    public function remove(Person $person): void
    {
        if ($this->people->isLastOwner($person)) {
            throw ImpossiblePerson::lastOwner();
        }
        $this->entities->remove($person);
        $this->entities->flush();
    }
}
