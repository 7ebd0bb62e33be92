<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintRun;

/**
 * Runs of batches.
 *
 * @extends ServiceEntityRepository<PrintRun>
 */
final class PrintRunRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PrintRun::class);
    }

    public function last(Batch $batch): ?PrintRun
    {
        return $this->findOneBy(['batch' => $batch], ['id' => 'DESC']);
    }

    /** A batch has one at most. */
    public function open(Batch $batch): ?PrintRun
    {
        return $this->findOneBy(['batch' => $batch, 'finishedAt' => null]);
    }

    /** @return list<PrintRun> of all batches */
    public function allOpen(): array
    {
        return $this->findBy(['finishedAt' => null], ['id' => 'ASC']);
    }

    public function isRunning(Batch $batch): bool
    {
        return $this->count(['batch' => $batch, 'finishedAt' => null]) > 0;
    }
}
