<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Shop\Undo\ActingPerson;
use Snugfit\Work\Message\PlanRun;
use Snugfit\Work\Queue\Outbox;

/** Starts a run, or joins the one that is going: a batch has one open at most, however often and fast it is asked for. */
final readonly class RunStarter
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PrintRunRepository $runs,
        private Outbox $outbox,
        private ActingPerson $person,
    ) {
    }

    public function start(Batch $batch): PrintRun
    {
        // Nobody else writes between the look and the write.
        $run = $this->entities->wrapInTransaction(function () use ($batch): PrintRun {
            $run = $this->runs->open($batch);
            if (null === $run) {
                $run = new PrintRun($batch, $this->person->name());
                $this->entities->persist($run);
                $this->entities->flush();
                $this->outbox->add(new PlanRun($run->id()));
            }

            return $run;
        });
        $this->outbox->send();

        return $run;
    }
}
