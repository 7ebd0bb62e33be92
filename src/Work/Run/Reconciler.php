<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Intake\UploadFinisher;
use Snugfit\Work\Preview\PreviewScheduler;
use Snugfit\Work\Queue\HeldWork;
use Snugfit\Work\Queue\Outbox;

/**
 * At the host: finds work that nobody holds, and has it done. What the shop's data says is wanted, and what the queue
 * holds, are in two databases: one of them can be put back, cleared or broken, and any process can end between the two.
 */
final readonly class Reconciler
{
    /** Orders for one file, after which it is said to have failed: each time whoever had it came to nothing. */
    private const ORDERS = 6;

    private const GIVEN_UP = 'The work on this file was lost several times. Try again; if it happens again, look at the shop\'s health.';

    public function __construct(
        private EntityManagerInterface $entities,
        private PrintRunRepository $runs,
        private PrintFileRepository $printFiles,
        private RunPlanner $planner,
        private RunScheduler $scheduler,
        private ArtworkImporter $importer,
        private UploadFinisher $uploads,
        private HeldWork $held,
        private Outbox $outbox,
        private LoggerInterface $logger,
        private PrintPreviewRepository $previews,
        private PreviewScheduler $previewScheduler,
    ) {
    }

    public function reconcile(): void
    {
        $this->uploads->finishWhole();
        $this->outbox->send();
        // What still waits there is held, and the queue does not know of it.
        if (!$this->outbox->isEmpty()) {
            return;
        }
        $this->orderLostPrints();
        $this->readLostMasters();
        $this->orderLostPreviews();
        foreach ($this->runs->allOpen() as $run) {
            $run->isPlanned() ? $this->scheduler->feed($run) : $this->planner->plan($run);
        }
    }

    private function orderLostPrints(): void
    {
        $handedOut = $this->printFiles->handedOut();
        $held = [] === $handedOut ? [] : $this->held->prints();
        $lost = array_filter($handedOut, static fn (PrintFile $file): bool => !isset($held[$file->id()]));
        foreach ($lost as $file) {
            $this->logger->warning('A print file was in nobody\'s hands and is ordered again.', ['file' => $file->id()]);
            $file->orders() < self::ORDERS
                ? $this->scheduler->order($file)
                : $file->failed(self::GIVEN_UP);
        }
        $this->send([] !== $lost);
    }

    private function readLostMasters(): void
    {
        $reading = $this->entities->getRepository(BatchArtwork::class)->findBy(['state' => IntakeState::Reading]);
        $held = [] === $reading ? [] : $this->held->artworks();
        $lost = array_filter($reading, static fn (BatchArtwork $artwork): bool => !isset($held[$artwork->id()]));
        foreach ($lost as $artwork) {
            $this->logger->warning('A master was in nobody\'s hands and is read again.', ['artwork' => $artwork->id()]);
            $this->importer->order($artwork);
        }
        $this->send([] !== $lost);
    }

    private function orderLostPreviews(): void
    {
        $waiting = $this->previews->waiting();
        $held = [] === $waiting ? [] : $this->held->previews();
        $batches = [];
        foreach ($waiting as $preview) {
            if (!isset($held[$preview->id()])) {
                $preview->failed('The work on this preview was lost.');
                $batches[$preview->batch()->id()] = $preview->batch();
            }
        }
        // What failed is ordered anew with all that a batch wants.
        array_map($this->previewScheduler->order(...), $batches);
        $this->send([] !== $batches);
    }

    private function send(bool $isNeeded): void
    {
        if ($isNeeded) {
            $this->entities->flush();
            $this->outbox->send();
        }
    }
}
