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
        // Work that was handed out twice is answered twice; what was read stays.
        $this->with($answer->artworkId, static fn (BatchArtwork $artwork) => self::isRead($artwork) || $artwork->wasRead($answer->facts));
    }

    #[AsMessageHandler]
    public function prepared(MasterPrepared $answer): void
    {
        $this->with($answer->artworkId, static function (BatchArtwork $artwork) use ($answer): void {
            // Another than is wanted now may be wanted again.
            $artwork->wasPrepared($answer->facts);
            $artwork->cameBack();
        });
    }

    #[AsMessageHandler]
    public function unreadable(MasterUnreadable $answer): void
    {
        $this->with($answer->artworkId, static function (BatchArtwork $artwork) use ($answer): void {
            // What is wanted now may be made all the same.
            if (!self::isRead($artwork) && $artwork->cameBack()) {
                $artwork->couldNotBeRead($answer->reason);
            }
        });
    }

    /** @param \Closure(BatchArtwork): mixed $act on it as it is now: a page may be changing what is wanted */
    private function with(int $id, \Closure $act): void
    {
        $artwork = $this->entities->find(BatchArtwork::class, $id);
        if (null === $artwork) {
            return;
        }
        $this->entities->wrapInTransaction(function () use ($artwork, $act): void {
            $this->entities->refresh($artwork);
            $act($artwork);
        });
        $this->importer->orderPrepared($artwork);
    }

    private static function isRead(BatchArtwork $artwork): bool
    {
        return IntakeState::Reading !== $artwork->state();
    }
}
