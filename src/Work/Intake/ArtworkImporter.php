<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Repair\EditList;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Message\ReadHeavyMaster;
use Snugfit\Work\Message\ReadMaster;
use Snugfit\Work\Queue\Outbox;

/** Takes a complete uploaded file into a batch: keeps the master, and has it read. */
final readonly class ArtworkImporter
{
    /** Sides of the previews in pixels: for lists, and for framing. */
    public const THUMBNAIL = 320;
    public const SCREEN = 1600;

    public function __construct(private EntityManagerInterface $entities, private FileStore $store, private Outbox $outbox)
    {
    }

    /**
     * @param string  $path   of a file that is given away: it is gone once it is taken in
     * @param ?string $upload by which it came; one makes one artwork
     */
    public function take(Batch $batch, string $path, string $fileName, string $folder, ?string $upload = null): BatchArtwork
    {
        $artwork = new BatchArtwork($batch, $fileName, $folder, $this->store->keepMaster($path), $upload);
        $this->entities->wrapInTransaction(function () use ($artwork): void {
            $this->entities->persist($artwork);
            $this->entities->flush();
            $this->order($artwork);
        });
        @unlink($path);
        $this->outbox->send();

        return $artwork;
    }

    /** A person has it read once more. */
    public function readAgain(BatchArtwork $artwork): void
    {
        $artwork->isReadAgain();
        $this->order($artwork);
        $this->entities->flush();
        $this->outbox->send();
    }

    /**
     * What edits made wait is prepared; what was changed is flushed before. Where something is on order already, what is wanted then is
     * ordered when that comes back.
     */
    public function orderPrepared(BatchArtwork ...$artworks): void
    {
        $repaired = array_filter($artworks, static fn (BatchArtwork $artwork): bool => !$artwork->edits()->isSilent());
        if ([] === $repaired) {
            return;
        }
        $this->entities->wrapInTransaction(function () use ($repaired): void {
            foreach ($repaired as $artwork) {
                // An answer may have been taken in since it was loaded, by another process.
                $this->entities->refresh($artwork);
                $artwork->settleRepair();
                if ($artwork->isBeingPrepared() && !$artwork->isPreparedOnOrder()) {
                    $this->order($artwork);
                }
            }
        });
        $this->outbox->send();
    }

    /** Has a master read, or prepared and read, with what is flushed next. */
    public function order(BatchArtwork $artwork): void
    {
        $hash = $artwork->master();
        // The master itself first, whatever is done to it afterwards.
        $edits = $artwork->isBeingPrepared() ? $artwork->edits() : new EditList();
        if ($artwork->isBeingPrepared()) {
            $artwork->isOrdered();
        }
        $prepared = $edits->preparedHash($hash);
        $work = new ReadMaster($artwork->id(), FileStore::masterKey($hash), [
            self::THUMBNAIL => FileStore::previewKey($hash, self::THUMBNAIL, $prepared),
            self::SCREEN => FileStore::previewKey($hash, self::SCREEN, $prepared),
        ], $edits->effective()->toList());
        $isHeavy = ReadingEffort::Heavy === ReadingEffort::of($this->store->path(FileStore::masterKey($hash)));
        $this->outbox->add($isHeavy ? new ReadHeavyMaster($work) : $work);
    }
}
