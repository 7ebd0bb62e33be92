<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFile;

/** Masters that are print files of this very shop: made again from them, a print loses what it lost before once more. */
final readonly class PrintFileOrigins
{
    public function __construct(private EntityManagerInterface $entities, private UndoHistory $history)
    {
    }

    /**
     * @param list<BatchArtwork> $artworks
     *
     * @return array<int, PrintFile> the print file that an artwork is, by the artwork's number
     */
    public function among(array $artworks): array
    {
        $masters = array_values(array_unique(array_map(static fn (BatchArtwork $artwork): string => $artwork->master(), $artworks)));
        if ([] === $masters) {
            return [];
        }
        $rows = $this->entities->getConnection()->executeQuery(
            "SELECT json_extract(found, '$.sha256') AS hash, MIN(id) AS id FROM print_file WHERE json_extract(found, '$.sha256') IN (:masters) GROUP BY 1",
            ['masters' => $masters], ['masters' => \Doctrine\DBAL\ArrayParameterType::STRING],
        )->fetchAllKeyValue();
        $printFileOrigins = [];
        foreach ($artworks as $artwork) {
            $id = $rows[$artwork->master()] ?? null;
            $file = null === $id ? null : $this->entities->find(PrintFile::class, $id);
            if (null !== $file) {
                $printFileOrigins[$artwork->id()] = $file;
            }
        }

        return $printFileOrigins;
    }

    /** The master comes instead of its print, framed and finished as it was; one act, which can be taken back. */
    public function bringMaster(Batch $batch, BatchArtwork $print, PrintFile $file): void
    {
        $master = $file->artwork()->copiedTo($batch);
        $master->setRemoved(true);
        $this->entities->persist($master);
        $this->entities->flush();
        $this->history->apply($batch, \sprintf('Brought the master of "%s"', $print->title()), ['removed:'.$master->id() => ['removed' => false], 'removed:'.$print->id() => ['removed' => true]]);
    }
}
