<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Work\Message\MasterPrepared;
use Snugfit\Work\Message\MasterRead;
use Snugfit\Work\Message\MasterUnreadable;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: keeps what workers read. */
final readonly class MasterResultHandler
{
    public function __construct(private EntityManagerInterface $entities, private ArtworkImporter $importer)
    {
    }

    #[AsMessageHandler]
    public function read(MasterRead $answer): void
    {
        $this->reading($answer->artworkId)?->wasRead($answer->facts);
        $this->entities->flush();
    }

    #[AsMessageHandler]
    public function prepared(MasterPrepared $answer): void
    {
        $artwork = $this->entities->find(BatchArtwork::class, $answer->artworkId);
        if (null === $artwork) {
            return;
        }
        // Another than is wanted now may be wanted again.
        $artwork->wasPrepared($answer->facts);
        $artwork->cameBack();
        $this->entities->flush();
        $this->importer->orderPrepared($artwork);
    }

    #[AsMessageHandler]
    public function unreadable(MasterUnreadable $answer): void
    {
        $artwork = $this->reading($answer->artworkId);
        // What is wanted now may be made all the same.
        if (true === $artwork?->cameBack()) {
            $artwork->couldNotBeRead($answer->reason);
        }
        $this->entities->flush();
        null === $artwork || $this->importer->orderPrepared($artwork);
    }

    /** Work that was handed out twice is answered twice; what was read stays. */
    private function reading(int $id): ?BatchArtwork
    {
        $artwork = $this->entities->find(BatchArtwork::class, $id);

        return IntakeState::Reading === $artwork?->state() ? $artwork : null;
    }
}
