<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/**
 * Artworks of batches.
 *
 * @extends ServiceEntityRepository<BatchArtwork>
 */
final class BatchArtworkRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, BatchArtwork::class);
    }

    /** @return ?BatchArtwork null where there is none, or it was removed */
    public function present(int $id): ?BatchArtwork
    {
        $artwork = $this->find($id);

        return null === $artwork || $artwork->isRemoved() ? null : $artwork;
    }

    /** Fetches all artworks of a batch with what was asked of them, so that nobody asks for each apart. */
    public function fetchWithSettings(Batch $batch): void
    {
        foreach (['artwork.families', 'artwork.products'] as $settings) {
            $this->createQueryBuilder('artwork')->addSelect('settings')->leftJoin($settings, 'settings')
                ->where('artwork.batch = :batch')->setParameter('batch', $batch)->getQuery()->getResult();
        }
    }

    /** @return list<string> hashes of the files that were given with a batch: masters, and full sizes beside them */
    public function filesOf(Batch $batch): array
    {
        return $this->hashes('batch_id = :batch', ['batch' => $batch->id()]);
    }

    /**
     * Which of these files another batch uses too.
     *
     * @param list<string> $hashes
     *
     * @return list<string>
     */
    public function usedBeside(Batch $batch, array $hashes): array
    {
        return array_values(array_intersect($hashes, $this->hashes('batch_id <> :batch', ['batch' => $batch->id()])));
    }

    /**
     * @param array<string, int> $values
     *
     * @return list<string>
     */
    private function hashes(string $where, array $values): array
    {
        $hashes = $this->getEntityManager()->getConnection()->fetchFirstColumn(
            "SELECT master FROM batch_artwork WHERE $where
                UNION SELECT json_extract(reference_image, '$.file') FROM batch_artwork WHERE $where AND reference_image IS NOT NULL",
            $values,
        );

        return array_values(array_filter($hashes, is_string(...)));
    }
}
