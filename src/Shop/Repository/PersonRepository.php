<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\Role;

/**
 * People who sign in.
 *
 * @extends ServiceEntityRepository<Person>
 */
final class PersonRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Person::class);
    }

    public function named(string $name): ?Person
    {
        return $this->findOneBy(['name' => mb_strtolower(trim($name))]);
    }

    /** @return list<Person> */
    public function all(): array
    {
        return $this->findBy([], ['name' => 'ASC']);
    }

    public function hasOwner(): bool
    {
        return $this->count(['role' => Role::Owner]) > 0;
    }

    /** Whether nobody could let people in any more without this one. */
    public function isLastOwner(Person $person): bool
    {
        return Role::Owner === $person->role() && 1 === $this->count(['role' => Role::Owner]);
    }
}
