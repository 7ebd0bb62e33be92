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
}
