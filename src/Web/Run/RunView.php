<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Farm\Machines;
use Snugfit\Work\Run\DurationEstimator;
use Snugfit\Work\Run\RunForecast;
use Snugfit\Work\Run\RunOutlook;

/** What the run room shows: the run as it is, and, while none is going, what the next one would make. */
final readonly class RunView
{
    /** Placements up to which the page itself tells what a run would make; for more it comes after, since it takes seconds. */
    private const AT_ONCE = 3000;

    public function __construct(
        private PrintRunRepository $runs,
        private PrintFileRepository $printFiles,
        private DurationEstimator $durations,
        private BatchProduction $production,
        private BatchPlanner $placements,
        private Machines $machines,
        private WorkerRepository $workers,
    ) {
    }

    /** @return array<string, mixed> */
    public function state(Batch $batch, int $page = 1): array
    {
        $run = $this->runs->last($batch);

        return [
            'batch' => $batch,
            'run' => $run,
            'board' => null === $run ? null : RunBoard::of($run, $this->printFiles, $this->durations, $this->machines->presses(), $page),
            'presses' => null === $run || null !== $run->finishedAt()
                ? null
                : PressList::of($this->workers->known(), $this->printFiles->inHand()),
        ];
    }

    /** @return array<string, mixed> */
    public function page(Batch $batch, int $page = 1): array
    {
        $state = $this->state($batch, $page);
        $run = $this->runs->last($batch);
        // While the workers are at it nothing of this can be chosen, and nothing of it is shown.
        if (null !== $run && null === $run->finishedAt()) {
            return $state;
        }

        return $state + ($this->placements($batch) > self::AT_ONCE ? ['outlook' => null, 'forecast' => null] : $this->outlook($batch));
    }

    /** @return array{outlook: RunOutlook, forecast: ?RunForecast} */
    public function outlook(Batch $batch): array
    {
        $plan = fn (): iterable => $this->production->plan($batch);
        $forecast = null === $this->runs->last($batch)
            ? $this->durations->forecast($plan(), $this->machines->presses(), $this->placements($batch))
            : null;

        return [
            'outlook' => RunOutlook::of($plan()),
            'forecast' => $forecast,
        ];
    }

    private function placements(Batch $batch): int
    {
        return \count($this->placements->artworks($batch)) * \count($this->placements->products($batch));
    }
}
