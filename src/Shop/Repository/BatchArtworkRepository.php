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
    private const REFERENCE = "json_extract(reference_image, '$.file')";

    private const FILES = 'SELECT master AS file FROM batch_artwork WHERE batch_id = :batch
        UNION SELECT '.self::REFERENCE.' FROM batch_artwork WHERE batch_id = :batch AND reference_image IS NOT NULL';

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, BatchArtwork::class);
    }

    /** Fetches all artworks of a batch with what was asked of them, so that nobody asks for each apart. */
    public function fetchWithSettings(Batch $batch): void
    {
        if ([] === array_filter($batch->artworks(), static fn (BatchArtwork $artwork): bool => !$artwork->hasSettingsFetched())) {
            return;
        }
        foreach (['artwork.families', 'artwork.products'] as $settings) {
            $this->createQueryBuilder('artwork')->addSelect('settings')->leftJoin($settings, 'settings')
                ->where('artwork.batch = :batch')->setParameter('batch', $batch)->getQuery()->getResult();
        }
    }

    /** @return list<string> hashes of the files that were given with a batch: masters, and full sizes beside them */
    public function filesOf(Batch $batch): array
    {
        return $this->hashes(self::FILES, $batch);
    }

    /** @return list<string> those of a batch's files that another batch uses too */
    public function filesShared(Batch $batch): array
    {
        return $this->hashes('SELECT file FROM ('.self::FILES.') WHERE file IN (
                SELECT master FROM batch_artwork WHERE batch_id <> :batch AND master IN ('.self::FILES.')
                UNION SELECT '.self::REFERENCE.' FROM batch_artwork WHERE batch_id <> :batch AND reference_image IS NOT NULL
            )', $batch);
    }

    /** @return list<string> */
    private function hashes(string $query, Batch $batch): array
    {
        $hashes = $this->getEntityManager()->getConnection()->fetchFirstColumn($query, ['batch' => $batch->id()]);

        return array_values(array_filter($hashes, is_string(...)));
    }
}
