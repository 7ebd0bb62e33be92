<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\BatchArtworkRepository;
use Snugfit\Shop\Repository\BatchRepository;

/** Tells what a batch holds, and removes batches for good that were deleted long enough ago. */
final readonly class BatchRemover
{
    public function __construct(
        private EntityManagerInterface $entities,
        private BatchRepository $batches,
        private BatchArtworkRepository $artworks,
        private DeliveryStore $deliveries,
        private FileStore $store,
    ) {
    }

    public function contents(Batch $batch): BatchContents
    {
        $shared = $this->artworks->filesShared($batch);
        $prints = $this->deliveries->standing($batch);
        $own = array_values(array_diff($this->artworks->filesOf($batch), $shared));
        $bytes = array_sum(array_map(fn (string $hash): int => $this->store->size(FileStore::masterKey($hash)), $own));

        return new BatchContents(
            \count($own),
            $bytes,
            \count($shared),
            \count($prints),
            array_sum(array_map(static fn (DeliveredFile $file): int => $file->bytes, $prints)),
            $this->entities->getRepository(PrintRun::class)->count(['batch' => $batch]),
        );
    }

    /** Removes for good what was deleted longer ago than it can be brought back. */
    public function removeDue(): void
    {
        foreach ($this->batches->deletedBefore(new \DateTimeImmutable(\sprintf('-%d days', Batch::REGRET))) as $batch) {
            $this->remove($batch);
        }
    }

    /** Records first: a file that nothing names does no harm, a record without its file does. */
    private function remove(Batch $batch): void
    {
        $own = array_diff($this->artworks->filesOf($batch), $this->artworks->filesShared($batch));
        // What belongs to it goes with it, by the tables' own references.
        $this->entities->createQuery('DELETE '.Batch::class.' one WHERE one = :batch')->execute(['batch' => $batch]);
        $this->deliveries->remove($batch);
        foreach ($own as $hash) {
            $this->store->removeMaster($hash);
        }
        $this->entities->detach($batch);
    }
}
