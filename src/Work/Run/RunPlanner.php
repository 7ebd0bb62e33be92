<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Work\Message\PlanRun;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: writes down every print file that a run is to make, with its recipe and name, and lets the workers take them. */
#[AsMessageHandler]
final readonly class RunPlanner
{
    public function __construct(
        private EntityManagerInterface $entities,
        private BatchProduction $production,
        private DeliveryStore $deliveries,
        private RunScheduler $scheduler,
    ) {
    }

    public function __invoke(PlanRun $message): void
    {
        $run = $this->entities->find(PrintRun::class, $message->runId);
        if (null !== $run && !$run->isPlanned()) {
            $this->plan($run);
        }
    }

    /** All of it is written at once: a run that is not planned has no files. */
    public function plan(PrintRun $run): void
    {
        $batch = $run->batch();
        $latest = $this->deliveries->latest($batch);
        foreach ($this->production->plan($batch, date: $run->startedAt(), delivered: $this->deliveries->verified($batch)) as $planned) {
            $this->want($run, $planned, $latest[$planned->placed->key()->toString()] ?? null);
        }
        $run->planned();
        $this->entities->flush();
        $this->scheduler->feed($run);
    }

    private function want(PrintRun $run, PlacedPrint $planned, ?PrintFile $earlier): void
    {
        $print = $planned->print;
        $wanted = $print->wanted;
        $entry = ManifestEntry::wanted($wanted->masterName, $wanted->facts->sha256, $wanted->placement, $print->recipe());
        $file = new PrintFile($run, $planned->placed->artwork, $print, $entry);
        $refusal = $print->refusal();
        if (null !== $refusal && RefusalReason::Impossible === $refusal->reason) {
            $file->failed($refusal->sentence);
        }
        if ($print->isUnchanged() && null !== $earlier) {
            $file->stands($earlier);
        }
    }
}
