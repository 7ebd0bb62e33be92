<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\ORM\QueryBuilder;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchScope;

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

    /**
     * @param string $words in the name, in any order, or the batch's number; empty finds all
     *
     * @return list<Batch> the newest first
     */
    public function found(BatchScope $scope, string $words, int $from, int $most): array
    {
        /** @var list<Batch> $batches */
        $batches = $this->query($scope, $words)->orderBy('batch.id', 'DESC')
            ->setFirstResult($from)->setMaxResults($most)->getQuery()->getResult();

        return $batches;
    }

    public function countFound(BatchScope $scope, string $words = ''): int
    {
        return (int) $this->query($scope, $words)->select('COUNT(batch.id)')->getQuery()->getSingleScalarResult();
    }

    /** @return list<Batch> */
    public function deletedBefore(\DateTimeImmutable $time): array
    {
        /** @var list<Batch> $batches */
        $batches = $this->createQueryBuilder('batch')->where('batch.deletedAt < :time')->setParameter('time', $time)
            ->getQuery()->getResult();

        return $batches;
    }

    /** @return list<Batch> in which a scene hangs for a product */
    public function hanging(string $scene): array
    {
        return array_values(array_filter(
            $this->findBy([], ['id' => 'ASC']),
            static fn (Batch $batch): bool => [] !== $batch->settings()->rail->products($scene),
        ));
    }

    /**
     * Batches whose words are set in a typeface.
     *
     * @return list<string> their names, in quotes
     */
    public function lettering(string $face): array
    {
        $names = $this->getEntityManager()->getConnection()->fetchFirstColumn(
            'SELECT DISTINCT batch.name FROM batch
            LEFT JOIN batch_artwork artwork ON artwork.batch_id = batch.id
            LEFT JOIN artwork_on_family family ON family.artwork_id = artwork.id
            LEFT JOIN artwork_on_product product ON product.artwork_id = artwork.id
            WHERE batch.settings LIKE :face OR artwork.settings LIKE :face OR family.settings LIKE :face OR product.settings LIKE :face
            ORDER BY batch.id',
            ['face' => '%"face":"'.$face.'"%'],
        );

        return array_map(static fn (mixed $name): string => '"'.(\is_string($name) ? $name : '').'"', $names);
    }

    private function query(BatchScope $scope, string $words): QueryBuilder
    {
        $query = $this->createQueryBuilder('batch')->where(match ($scope) {
            BatchScope::Open => 'batch.archivedAt IS NULL AND batch.deletedAt IS NULL',
            BatchScope::Archived => 'batch.archivedAt IS NOT NULL AND batch.deletedAt IS NULL',
            BatchScope::Deleted => 'batch.deletedAt IS NOT NULL',
        });
        foreach (preg_split('/\s+/u', $words, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $index => $word) {
            $query->andWhere("batch.name LIKE :word$index ESCAPE '!' OR batch.id = :number$index")
                ->setParameter("word$index", '%'.preg_replace('/[!%_]/', '!$0', $word).'%')
                ->setParameter("number$index", ctype_digit($word) ? (int) $word : 0);
        }

        return $query;
    }
}
