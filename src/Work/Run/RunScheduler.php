<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Pixels\PlanReference;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Work\Farm\Machines;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Message\MakePrint;
use Snugfit\Work\Preview\PreviewScheduler;
use Snugfit\Work\Queue\Outbox;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * At the host: hands a run's files to the workers, a few ahead of them, so that a run can be paused and two batches
 * share the press. Closes the run when nothing is left.
 */
#[AsMessageHandler]
final readonly class RunScheduler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PrintFileRepository $printFiles,
        private Outbox $outbox,
        private DeliveryStore $deliveries,
        private CancelFlags $flags,
        private DurationEstimator $durations,
        private StorageCleaner $housekeeping,
        private Machines $machines,
        private PreviewScheduler $previews,
    ) {
    }

    public function __invoke(FeedPress $message): void
    {
        $run = $this->entities->find(PrintRun::class, $message->runId);
        if (null !== $run) {
            $this->feed($run);
        }
    }

    public function feed(PrintRun $run): void
    {
        if (!$run->isPlanned() || null !== $run->finishedAt()) {
            return;
        }
        if ($run->isCancelled()) {
            $this->printFiles->cancelWaiting($run);
        }
        $counts = $this->printFiles->countByState($run);
        $handed = ($counts[PrintFileState::Queued->value] ?? 0) + ($counts[PrintFileState::Making->value] ?? 0);
        if (0 === $handed && 0 === ($counts[PrintFileState::Waiting->value] ?? 0)) {
            $this->close($run);

            return;
        }
        foreach ($this->printFiles->waiting($run, $run->isPaused() ? 0 : 2 * $this->machines->presses() - $handed) as $file) {
            $this->order($file);
        }
        $this->entities->flush();
        $this->outbox->send();
    }

    /** Hands a file to the workers with what is flushed next. */
    public function order(PrintFile $file): void
    {
        $file->order();
        $this->outbox->add($this->message($file));
    }

    /** The manifest first: where this ends in between, the run is still open, and is closed again. */
    private function close(PrintRun $run): void
    {
        $this->previews->order($run->batch());
        $this->entities->flush();
        $this->deliveries->writeManifest($run->batch());
        $run->finish();
        $this->entities->flush();
        $this->outbox->send();
        $this->flags->lower($run->id());
        $this->housekeeping->tidy();
    }

    private function message(PrintFile $file): MakePrint
    {
        $recipe = $file->recipe() ?? throw new \LogicException('A waiting file has a recipe.');
        $master = $file->artwork()->master();

        return new MakePrint(
            $file->id(),
            $file->run()->id(),
            FileStore::masterKey($master),
            $recipe->canonicalJson(),
            \sprintf('%s/%d.%s', FileStore::GROWING_PRINTS, $file->id(), $recipe->write->format->extension()),
            $this->durations->expectedBytes($recipe),
            $this->durations->enlargingShare($recipe, $master),
            FileStore::proofKey($master, $recipe),
            FileStore::previewKey($master, PlanReference::COPY, $recipe->repair->preparedHash($master)),
            $file->orderToken(),
            $this->machines->nearTo($master),
        );
    }
}
