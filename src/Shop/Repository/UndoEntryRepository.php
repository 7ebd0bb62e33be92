<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\UndoEntry;

/**
 * Acts of people.
 *
 * @extends ServiceEntityRepository<UndoEntry>
 */
final class UndoEntryRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, UndoEntry::class);
    }

    public function lastDone(Batch $batch): ?UndoEntry
    {
        return $this->findOneBy(['batch' => $batch, 'undone' => false], ['id' => 'DESC']);
    }

    /** @return list<UndoEntry> that were taken back, oldest first */
    public function undone(Batch $batch): array
    {
        return $this->findBy(['batch' => $batch, 'undone' => true], ['id' => 'ASC']);
    }
}
