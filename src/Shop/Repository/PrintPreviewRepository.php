<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PreviewState;
use Snugfit\Shop\Entity\PrintPreview;

/** @extends ServiceEntityRepository<PrintPreview> */
final class PrintPreviewRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PrintPreview::class);
    }

    /** @return array<string, PrintPreview> by their place */
    public function ofBatch(Batch $batch): array
    {
        $all = [];
        foreach ($this->findBy(['batch' => $batch], ['id' => 'ASC']) as $one) {
            $all[$one->place()] = $one;
        }

        return $all;
    }

    /** @return array<string, int> by state */
    public function countByState(Batch $batch): array
    {
        /** @var list<array{state: PreviewState, many: int}> $rows */
        $rows = $this->createQueryBuilder('p')
            ->select('p.state AS state, COUNT(p.id) AS many')
            ->where('p.batch = :batch')
            ->setParameter('batch', $batch)
            ->groupBy('p.state')
            ->getQuery()
            ->getResult();
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row['state']->value] = (int) $row['many'];
        }

        return $counts;
    }

    /** @return list<string> why previews of a batch could not be made, each reason once, a few of them */
    public function reasons(Batch $batch, int $most = 3): array
    {
        $failed = $this->findBy(['batch' => $batch, 'state' => PreviewState::Failed], ['id' => 'ASC']);
        $reasons = array_map(static fn (PrintPreview $one): string => (string) $one->reason(), $failed);

        return \array_slice(array_values(array_unique($reasons)), 0, $most);
    }

    /** @return list<PrintPreview> of all batches */
    public function waiting(): array
    {
        return $this->findBy(['state' => PreviewState::Waiting]);
    }
}
