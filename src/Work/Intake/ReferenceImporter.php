<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Artwork\UnsuitableReferenceImage;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Undo\ReferenceChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** Takes a full-size file in, which an artwork's results are measured against. */
final readonly class ReferenceImporter
{
    public function __construct(
        private EntityManagerInterface $entities,
        private FileStore $store,
        private PixelProcessPool $processes,
        private UndoHistory $history,
    ) {
    }

    /**
     * @throws PixelJobFailed|UnsuitableReferenceImage
     */
    public function take(Batch $batch, int $artworkId, string $path, string $fileName): void
    {
        $artwork = $this->entities->find(BatchArtwork::class, $artworkId);
        if (null === $artwork || $artwork->batch() !== $batch) {
            throw PixelJobFailed::foreignArtwork();
        }
        $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob(new JobMaster($path)))->facts());
        $reference = ReferenceImage::of($fileName, $facts->sha256, $facts->size, $artwork->facts()->size);
        $this->store->keepMaster($path);
        $this->history->apply(
            $batch,
            \sprintf('Gave "%s" its full size to be measured against', $artwork->title()),
            ReferenceChange::of($artwork, $reference),
        );
    }
}
