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
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Message\MakePrint;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * At the host: hands a run's files to the workers, a few ahead of them, so that a run can be paused and two batches
 * share the press. Closes the run when nothing is left.
 */
#[AsMessageHandler]
final readonly class RunScheduler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private MessageBusInterface $bus,
        private DeliveryStore $deliveries,
        private CancelFlags $flags,
        private DurationEstimator $durations,
        private StorageCleaner $housekeeping,
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
        $files = $run->files();
        $waiting = array_values(array_filter($files, static fn (PrintFile $file): bool => PrintFileState::Waiting === $file->state()));
        $handed = \count(array_filter($files, static fn (PrintFile $file): bool => $file->state()->isOpen())) - \count($waiting);
        if ($run->isCancelled()) {
            foreach ($waiting as $file) {
                $file->cancelled();
            }
            $waiting = [];
        }
        $room = $run->isPaused() ? 0 : max(0, 2 * CpuCount::count() - $handed);
        $next = \array_slice($waiting, 0, $room);
        foreach ($next as $file) {
            $file->queue();
        }
        if ([] === $waiting && 0 === $handed) {
            $run->finish();
        }
        $this->entities->flush();
        if (null !== $run->finishedAt()) {
            $this->flags->lower($run->id());
            $this->deliveries->writeManifest($run->batch());
            $this->housekeeping->tidy();
        }
        foreach ($next as $file) {
            $this->bus->dispatch($this->message($run, $file));
        }
    }

    private function message(PrintRun $run, PrintFile $file): MakePrint
    {
        $recipe = $file->recipe() ?? throw new \LogicException('A waiting file has a recipe.');

        return new MakePrint(
            $file->id(),
            $run->id(),
            FileStore::masterKey($file->artwork()->master()),
            $recipe->canonicalJson(),
            \sprintf('prints/%d-%s.%s', $file->id(), $recipe->hash(), $recipe->write->format->extension()),
            $this->durations->expectedBytes($recipe),
            $this->durations->enlargingShare($recipe, $file->artwork()->master()),
            FileStore::proofKey($file->artwork()->master(), $recipe),
            FileStore::previewKey($file->artwork()->master(), PlanReference::COPY),
        );
    }
}
