<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Work\Message\FeedPress;
use Symfony\Component\Messenger\MessageBusInterface;

/** Starts a run: writes down every wanted print file with its recipe and name, and lets the workers take them. */
final readonly class RunStarter
{
    public function __construct(
        private EntityManagerInterface $entities,
        private BatchProduction $production,
        private DeliveryStore $deliveries,
        private MessageBusInterface $bus,
    ) {
    }

    public function start(Batch $batch): PrintRun
    {
        $run = new PrintRun($batch);
        $latest = $this->deliveries->latest($batch);
        foreach ($this->production->plan($batch, date: $run->startedAt()) as $planned) {
            $this->want($run, $planned, $latest[$planned->placed->key()->toString()] ?? null);
        }
        $this->entities->persist($run);
        $this->entities->flush();
        $this->bus->dispatch(new FeedPress($run->id()));

        return $run;
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
