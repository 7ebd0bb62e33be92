<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Shop\DeliveredFile;
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
    private const STANDING = "SELECT file.id, file.artwork_id, file.product_code, file.piece, file.path, artwork.master, file.recipe_hash,
            json_extract(file.found, '$.sha256') AS sha256, json_extract(file.found, '$.bytes') AS bytes
        FROM print_file file JOIN batch_artwork artwork ON artwork.id = file.artwork_id
        WHERE artwork.removed = 0 AND file.path IS NOT NULL AND file.recipe_hash IS NOT NULL AND file.found IS NOT NULL AND file.id IN (
            SELECT MAX(one.id) FROM print_file one JOIN print_run run ON run.id = one.run_id
            WHERE run.batch_id = :batch AND one.state IN ('made', 'unchanged') GROUP BY one.artwork_id, one.product_code, one.piece
        ) ORDER BY file.id";

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

    /**
     * @param list<int> $ids
     *
     * @return array<int, PrintFile> by number, with their artworks
     */
    public function numbered(array $ids): array
    {
        $files = [];
        foreach (array_chunk($ids, self::AT_ONCE) as $some) {
            /** @var list<PrintFile> $found */
            $found = $this->createQueryBuilder('file')->addSelect('artwork', 'run')->join('file.artwork', 'artwork')
                ->join('file.run', 'run')->where('file.id IN (:ids)')->setParameter('ids', $some)->getQuery()->getResult();
            foreach ($found as $file) {
                $files[$file->id()] = $file;
            }
        }

        return $files;
    }

    /** @return list<PrintFile> all of one run: of thousands, better ask for what is needed */
    public function ofRun(PrintRun $run): array
    {
        return $this->findBy(['run' => $run], ['id' => 'ASC']);
    }

    /** @return array<string, DeliveredFile> what runs of a batch delivered last, by PlacementKey::toString() */
    public function standing(Batch $batch): array
    {
        $rows = $this->getEntityManager()->getConnection()->iterateAssociative(self::STANDING, ['batch' => $batch->id()]);
        $standing = [];
        foreach ($rows as $row) {
            $row = JsonReader::of($row, 'a delivered file');
            $key = new PlacementKey((string) $row->int('artwork_id'), $row->string('product_code'), $row->int('piece'));
            $print = new DeliveredPrint($row->string('path'), $row->string('master'), $row->string('recipe_hash'), $row->string('sha256'));
            $standing[$key->toString()] = new DeliveredFile($row->int('id'), $key, $print, $row->int('bytes'));
        }

        return $standing;
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

    /**
     * Pixels of a run's files, all and done; of those in work a share.
     *
     * @return array{float, float}
     */
    public function pixels(PrintRun $run): array
    {
        $row = $this->getEntityManager()->getConnection()->fetchNumeric(
            "SELECT SUM(pixels), SUM(pixels * CASE WHEN state IN ('waiting', 'queued', 'making') THEN progress ELSE 1.0 END)
                FROM print_file WHERE run_id = ?",
            [$run->id()],
        );

        return false === $row ? [0.0, 0.0] : [is_numeric($row[0]) ? (float) $row[0] : 0.0, is_numeric($row[1]) ? (float) $row[1] : 0.0];
    }

    /** @return list<PrintFile> some of a run's files: what is in work first, then what failed, then what waits, then the rest */
    public function listed(PrintRun $run, int $first, int $most): array
    {
        $order = array_map(
            static fn (PrintFileState $state, int $rank): string => \sprintf("WHEN '%s' THEN %d", $state->value, $rank),
            PrintFileState::inOrder(),
            array_keys(PrintFileState::inOrder()),
        );

        /** @var list<PrintFile> $files */
        $files = $this->createQueryBuilder('file')->addSelect('artwork')->join('file.artwork', 'artwork')
            ->addSelect(\sprintf('CASE file.state %s ELSE 99 END AS HIDDEN rank', implode(' ', $order)))
            ->where('file.run = :run')->setParameter('run', $run)->orderBy('rank')->addOrderBy('file.id')
            ->setFirstResult($first)->setMaxResults($most)->getQuery()->getResult();

        return $files;
    }

    /** @return list<PrintFile> a run's files that are not done, the first of them */
    public function open(PrintRun $run, int $most): array
    {
        $open = array_values(array_filter(PrintFileState::cases(), static fn (PrintFileState $state): bool => $state->isOpen()));

        return $this->findBy(['run' => $run, 'state' => $open], ['id' => 'ASC'], $most);
    }

    /** @return list<PrintFile> a run's files that came to nothing and can be tried again, the first of them */
    public function toRetry(PrintRun $run, int $most): array
    {
        /** @var list<PrintFile> $files */
        $files = $this->createQueryBuilder('file')
            ->where('file.run = :run AND file.recipe IS NOT NULL AND file.state IN (:states)')->setParameter('run', $run)
            ->setParameter('states', [PrintFileState::Failed, PrintFileState::Cancelled])
            ->orderBy('file.id')->setMaxResults($most)->getQuery()->getResult();

        return $files;
    }

    /** Takes away what was written of a plan that was not brought to its end. */
    public function removeOf(PrintRun $run): void
    {
        $this->createQueryBuilder('file')->delete()->where('file.run = :run')->setParameter('run', $run)->getQuery()->execute();
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

    /** @return array<string, PrintFile> what is being made, by the name of the worker that does it */
    public function inHand(): array
    {
        /** @var list<PrintFile> $making */
        $making = $this->createQueryBuilder('file')->addSelect('artwork')->join('file.artwork', 'artwork')
            ->where('file.state = :making')->setParameter('making', PrintFileState::Making)->getQuery()->getResult();
        $inHand = [];
        foreach ($making as $file) {
            $inHand[$file->worker() ?? ''] = $file;
        }

        return $inHand;
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

    /** @return list<int> numbers of a run's files that were made in it */
    public function made(PrintRun $run): array
    {
        /** @var list<int> $ids */
        $ids = $this->createQueryBuilder('file')->select('file.id')->where('file.run = :run AND file.state = :made')
            ->setParameter('run', $run)->setParameter('made', PrintFileState::Made)->getQuery()->getSingleColumnResult();

        return $ids;
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
