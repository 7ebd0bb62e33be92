<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Message\ReadMaster;
use Symfony\Component\Messenger\MessageBusInterface;

/** Takes a complete uploaded file into a batch: keeps the master, and has it read. */
final readonly class ArtworkImporter
{
    /** Sides of the previews in pixels: for lists, and for framing. */
    public const THUMBNAIL = 320;
    public const SCREEN = 1600;

    public function __construct(private EntityManagerInterface $entities, private FileStore $store, private MessageBusInterface $bus)
    {
    }

    /** @param string $path of a file that is given away */
    public function take(Batch $batch, string $path, string $fileName, string $folder): BatchArtwork
    {
        $hash = $this->store->adoptMaster($path);
        $artwork = new BatchArtwork($batch, $fileName, $folder, $hash);
        $this->entities->persist($artwork);
        $this->entities->flush();
        $this->bus->dispatch(new ReadMaster($artwork->id(), FileStore::masterKey($hash), [
            self::THUMBNAIL => FileStore::previewKey($hash, self::THUMBNAIL),
            self::SCREEN => FileStore::previewKey($hash, self::SCREEN),
        ]));

        return $artwork;
    }
}
