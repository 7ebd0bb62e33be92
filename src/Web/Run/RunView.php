<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Write;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Run\DurationEstimator;
use Snugfit\Work\Run\NamePreview;

/** What the run room shows: the run as it is, and, while none is going, what the next one would make. */
final readonly class RunView
{
    public function __construct(
        private PrintRunRepository $runs,
        private DurationEstimator $durations,
        private BatchProduction $production,
    ) {
    }

    /** @return array<string, mixed> */
    public function state(Batch $batch): array
    {
        $run = $this->runs->last($batch);

        return [
            'batch' => $batch,
            'run' => $run,
            'board' => null === $run ? null : RunBoard::of($run, $this->durations, CpuCount::count()),
        ];
    }

    /** @return array<string, mixed> */
    public function page(Batch $batch): array
    {
        $state = $this->state($batch);
        $run = $this->runs->last($batch);
        // While the workers are at it nothing of this can be chosen, and nothing of it is shown.
        if (null !== $run && null === $run->finishedAt()) {
            return $state;
        }
        $plan = $this->production->plan($batch);
        $writes = array_filter(array_map(static fn (PlacedPrint $one): ?Write => $one->print->recipe()?->write, $plan));
        $isLaidOnMatte = static fn (PlacedPrint $one): bool => $one->print->wanted->facts->isTransparent &&
            false === $one->print->recipe()?->write->transparent;

        return $state + [
            'names' => NamePreview::of($plan),
            'forecast' => null === $run ? $this->durations->forecast($plan) : null,
            'lays_on_matte' => \count(array_filter($plan, $isLaidOnMatte)),
            'has_pdf' => [] !== array_filter($writes, static fn (Write $one): bool => FileFormat::Pdf === $one->format),
        ];
    }
}
