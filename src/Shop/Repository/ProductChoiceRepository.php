<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\ProductChoice;

/**
 * Choices of products that were saved under a name.
 *
 * @extends ServiceEntityRepository<ProductChoice>
 */
final class ProductChoiceRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, ProductChoice::class);
    }

    /** @return list<ProductChoice> by name */
    public function inOrder(): array
    {
        $choices = $this->findAll();
        usort($choices, static fn (ProductChoice $one, ProductChoice $other): int => strnatcasecmp($one->name(), $other->name()));

        return $choices;
    }

    /** @param list<string> $codes */
    public function save(string $name, array $codes): void
    {
        $choice = $this->find($name);
        if (null === $choice) {
            $this->getEntityManager()->persist(new ProductChoice($name, $codes));
        } else {
            $choice->change($codes);
        }
        $this->getEntityManager()->flush();
    }

    public function delete(string $name): void
    {
        $choice = $this->find($name);
        if (null !== $choice) {
            $this->getEntityManager()->remove($choice);
            $this->getEntityManager()->flush();
        }
    }
}
