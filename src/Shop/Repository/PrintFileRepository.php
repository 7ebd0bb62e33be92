<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;

/**
 * Print files of all runs.
 *
 * @extends ServiceEntityRepository<PrintFile>
 */
final class PrintFileRepository extends ServiceEntityRepository
{
    /** Files changed between two writes. */
    private const AT_ONCE = 500;

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PrintFile::class);
    }

    /** @return list<PrintFile> of all runs of a batch, oldest first, without artworks that were removed */
    public function ofBatch(Batch $batch): array
    {
        /** @var list<PrintFile> $files */
        $files = $this->createQueryBuilder('file')->addSelect('artwork')->join('file.run', 'run')->join('file.artwork', 'artwork')
            ->where('run.batch = :batch AND artwork.removed = false')->setParameter('batch', $batch)
            ->orderBy('file.id')->getQuery()->getResult();

        return $files;
    }

    /** @return array<string, int> files of a run by their state; states without any are left out */
    public function countByState(PrintRun $run): array
    {
        /** @var list<array{state: PrintFileState, files: int}> $rows */
        $rows = $this->createQueryBuilder('file')->select('file.state AS state', 'COUNT(file.id) AS files')
            ->where('file.run = :run')->setParameter('run', $run)->groupBy('file.state')->getQuery()->getResult();
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row['state']->value] = $row['files'];
        }

        return $counts;
    }

    /** @return list<PrintFile> the run's next ones to hand out */
    public function waiting(PrintRun $run, int $most): array
    {
        return $most > 0 ? $this->findBy(['run' => $run, 'state' => PrintFileState::Waiting], ['id' => 'ASC'], $most) : [];
    }

    /** @return list<PrintFile> of all runs that were handed to the workers and are not answered */
    public function handedOut(): array
    {
        return $this->findBy(['state' => [PrintFileState::Queued, PrintFileState::Making]], ['id' => 'ASC']);
    }

    /** What of a run was not handed out yet is not made. */
    public function cancelWaiting(PrintRun $run): void
    {
        $waiting = $this->findBy(['run' => $run, 'state' => PrintFileState::Waiting], limit: self::AT_ONCE);
        while ([] !== $waiting) {
            foreach ($waiting as $file) {
                $file->cancelled();
            }
            $this->getEntityManager()->flush();
            $waiting = $this->findBy(['run' => $run, 'state' => PrintFileState::Waiting], limit: self::AT_ONCE);
        }
    }

    /** @return list<PrintFile> that were made last, the newest first */
    public function madeLast(int $most): array
    {
        return $this->findBy(['state' => PrintFileState::Made], ['id' => 'DESC'], $most);
    }

    /**
     * Print files with just these bytes.
     *
     * @param list<string> $hashes SHA-256
     *
     * @return array<string, PrintFile> the first of each, by its hash
     */
    public function withBytes(array $hashes): array
    {
        if ([] === $hashes) {
            return [];
        }
        $ids = $this->getEntityManager()->getConnection()->executeQuery(
            "SELECT json_extract(found, '$.sha256') AS hash, MIN(id) AS id FROM print_file
                WHERE json_extract(found, '$.sha256') IN (:hashes) GROUP BY 1",
            ['hashes' => $hashes],
            ['hashes' => ArrayParameterType::STRING],
        )->fetchAllKeyValue();
        $files = [];
        foreach ($ids as $hash => $id) {
            $file = $this->find($id);
            if (null !== $file) {
                $files[(string) $hash] = $file;
            }
        }

        return $files;
    }
}
