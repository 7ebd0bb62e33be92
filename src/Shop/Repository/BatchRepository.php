<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;

/**
 * Batches.
 *
 * @extends ServiceEntityRepository<Batch>
 */
final class BatchRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Batch::class);
    }
}
