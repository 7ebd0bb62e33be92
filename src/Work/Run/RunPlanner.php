<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveredFile;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Work\Message\PlanRun;
use Snugfit\Work\Worker\Pulse;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: writes down every print file that a run is to make, with its recipe and name, and lets the workers take them. */
#[AsMessageHandler]
final readonly class RunPlanner
{
    /** Files written at a time. */
    private const PORTION = 500;

    public function __construct(
        private EntityManagerInterface $entities,
        private BatchProduction $production,
        private DeliveryStore $deliveries,
        private PrintFileRepository $printFiles,
        private RunScheduler $scheduler,
        private Pulse $pulse,
    ) {
    }

    public function __invoke(PlanRun $message): void
    {
        $run = $this->entities->find(PrintRun::class, $message->runId);
        if (null !== $run && !$run->isPlanned()) {
            $this->plan($run);
        }
    }

    /**
     * In portions, so that nobody waits long to write and a run of a hundred thousand takes little room. Until all is written the
     * run is not planned, and who finds it so begins anew.
     */
    public function plan(PrintRun $run): void
    {
        $batch = $run->batch();
        $this->printFiles->removeOf($run);
        $standing = $this->deliveries->standing($batch);
        $portion = [];
        foreach ($this->production->plan($batch, date: $run->startedAt(), delivered: $this->deliveries->verified($batch)) as $planned) {
            $file = $this->want($run, $planned, $standing[$planned->print->wanted->key->toString()] ?? null);
            $this->entities->persist($file);
            $portion[] = $file;
            if (self::PORTION === \count($portion)) {
                $this->write($portion);
                $portion = [];
            }
        }
        $this->write($portion);
        $run->planned();
        $this->entities->flush();
        $this->scheduler->feed($run);
    }

    /** @param list<PrintFile> $portion */
    private function write(array $portion): void
    {
        $this->entities->flush();
        array_map($this->entities->detach(...), $portion);
        $this->pulse->beat();
    }

    private function want(PrintRun $run, PlacedPrint $planned, ?DeliveredFile $standing): PrintFile
    {
        $print = $planned->print;
        $wanted = $print->wanted;
        $entry = ManifestEntry::wanted(
            $wanted->masterName, $wanted->facts->sha256, $wanted->placement, $print->recipe(), $wanted->key->piece,
        );
        $file = new PrintFile($run, $planned->placed->artwork, $print, $entry);
        $refusal = $print->refusal();
        if (null !== $refusal && RefusalReason::Impossible === $refusal->reason) {
            $file->failed($refusal->sentence);
        }
        $earlier = $print->isUnchanged() && null !== $standing ? $this->printFiles->find($standing->id) : null;
        if (null !== $earlier) {
            $file->stands($earlier);
        }

        return $file;
    }
}
