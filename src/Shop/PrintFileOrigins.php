<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Undo\RemovalChange;
use Snugfit\Shop\Undo\UndoHistory;

/** Masters that are print files of this very shop: made again from them, a print loses what it lost before once more. */
final readonly class PrintFileOrigins
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PrintFileRepository $printFiles,
        private UndoHistory $history,
    ) {
    }

    /**
     * @param list<BatchArtwork> $artworks
     *
     * @return array<int, PrintFile> the print file that an artwork is, by the artwork's number
     */
    public function among(array $artworks): array
    {
        $masters = array_values(array_unique(array_map(static fn (BatchArtwork $artwork): string => $artwork->master(), $artworks)));
        $files = $this->printFiles->withBytes($masters);
        $origins = [];
        foreach ($artworks as $artwork) {
            if (isset($files[$artwork->master()])) {
                $origins[$artwork->id()] = $files[$artwork->master()];
            }
        }

        return $origins;
    }

    /** The master comes instead of its print, framed and finished as it was; one act, which can be taken back. */
    public function bringMaster(Batch $batch, BatchArtwork $print, PrintFile $file): void
    {
        $master = $file->artwork()->copiedTo($batch);
        $master->setRemoved(true);
        $this->entities->persist($master);
        $this->entities->flush();
        $this->history->apply(
            $batch,
            \sprintf('Brought the master of "%s"', $print->title()),
            RemovalChange::of($master, false),
            RemovalChange::of($print, true),
        );
    }
}
