<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Message\PrintCancelled;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Message\PrintMade;
use Snugfit\Work\Message\PrintProgress;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: takes in what workers made, checks it, and delivers what passes. */
final readonly class PrintResultHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Preflight $preflight,
        private DeliveryStore $deliveries,
        private FileStore $store,
        private RunScheduler $scheduler,
    ) {
    }

    #[AsMessageHandler]
    public function progress(PrintProgress $answer): void
    {
        $this->file($answer->printFileId)?->progressTo($answer->share);
        $this->entities->flush();
    }

    #[AsMessageHandler]
    public function made(PrintMade $answer): void
    {
        $file = $this->file($answer->printFileId);
        // A message that was handed out twice brings its answer twice; the second finds the work done.
        if (null === $file || !$file->state()->isOpen()) {
            return;
        }
        $recipe = $file->recipe() ?? throw new \LogicException('A file that was made has a recipe.');
        $findings = $this->preflight->check($recipe, $answer->found, $file->maxBytes());
        $failures = Preflight::failures($findings);
        if ([] === $failures) {
            $this->deliveries->deliver($file, $answer->key);
            $file->made($answer->found, $findings, $answer->seconds);
        } else {
            $this->store->delete($answer->key);
            $file->failed(
                'Preflight: '.implode(' ', array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), $failures)),
                $findings,
            );
        }
        $this->ended($file);
    }

    #[AsMessageHandler]
    public function failed(PrintFailed $answer): void
    {
        $file = $this->file($answer->printFileId);
        if (null !== $file && $file->state()->isOpen()) {
            $file->failed($answer->reason);
            $this->ended($file);
        }
    }

    #[AsMessageHandler]
    public function cancelled(PrintCancelled $answer): void
    {
        $file = $this->file($answer->printFileId);
        if (null !== $file && $file->state()->isOpen()) {
            $file->cancelled();
            $this->ended($file);
        }
    }

    private function file(int $id): ?PrintFile
    {
        return $this->entities->find(PrintFile::class, $id);
    }

    private function ended(PrintFile $file): void
    {
        $this->entities->flush();
        $this->scheduler->feed($file->run());
    }
}
