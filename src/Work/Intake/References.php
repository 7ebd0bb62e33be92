<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\Reference;
use Snugfit\Core\Artwork\UnsuitableReference;
use Snugfit\Pixels\Job\ReadJob;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Journal;
use Snugfit\Shop\Vault;
use Snugfit\Work\Child\PixelBench;
use Snugfit\Work\Child\PixelWorkFailed;

/** Takes a full-size file in, which an artwork's results are measured against. */
final readonly class References
{
    public function __construct(private EntityManagerInterface $entities, private Vault $vault, private PixelBench $bench, private Journal $journal)
    {
    }

    /**
     * @param string $path of a file that is given away where it is taken
     *
     * @throws PixelWorkFailed|UnsuitableReference
     */
    public function take(Batch $batch, int $artworkId, string $path, string $fileName): void
    {
        $artwork = $this->entities->find(BatchArtwork::class, $artworkId);
        if (null === $artwork || $artwork->batch() !== $batch) {
            throw PixelWorkFailed::said('The picture that this file belongs to is not in this batch.');
        }
        $facts = MasterFacts::fromRecord($this->bench->start(new ReadJob($path))->facts());
        $reference = Reference::of($fileName, $facts->sha256, $facts->size, $artwork->facts()->size);
        $this->vault->adoptMaster($path);
        $this->journal->apply($batch, \sprintf('Gave "%s" its full size to be measured against', $artwork->title()), ['reference:'.$artwork->id() => $reference->toArray()]);
    }
}
