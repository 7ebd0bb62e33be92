<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Worker;

/**
 * Workers that were heard of.
 *
 * @extends ServiceEntityRepository<Worker>
 */
final class WorkerRepository extends ServiceEntityRepository
{
    /** Seconds after which one that is gone is forgotten. */
    private const FORGOTTEN = 3600;

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Worker::class);
    }

    /** @return list<Worker> by name, those that are gone for a while too */
    public function known(): array
    {
        return $this->findBy([], ['name' => 'ASC']);
    }

    public function named(string $name): Worker
    {
        $worker = $this->find($name);
        if (null === $worker) {
            $worker = new Worker($name);
            $this->getEntityManager()->persist($worker);
        }

        return $worker;
    }

    public function forgetGone(): void
    {
        $this->createQueryBuilder('worker')->delete()->where('worker.seenAt < :since')
            ->setParameter('since', new \DateTimeImmutable(\sprintf('-%d seconds', self::FORGOTTEN)))->getQuery()->execute();
    }
}
