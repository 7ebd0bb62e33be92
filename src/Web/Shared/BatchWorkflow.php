<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Scene\HungScene;
use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PreviewState;
use Snugfit\Shop\PlacementSummary;
use Snugfit\Shop\PlacementSummaryCache;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Shop\Repository\UndoEntryRepository;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** The line: a batch's rooms as stations in the order of work, each with what is open there, and the next sensible act. */
final class BatchWorkflow
{
    /** @var array<int, WorkflowState> by batch */
    private array $known = [];

    public function __construct(
        private readonly PlacementSummaryCache $figures,
        private readonly DeliveryStore $deliveries,
        private readonly PrintFileRepository $printFiles,
        private readonly UndoEntryRepository $undo,
        private readonly DeliveryFreshness $freshness,
        private readonly PrintPreviewRepository $previews,
        private readonly UrlGeneratorInterface $urls,
    ) {
    }

    #[AsTwigFunction('line')]
    public function of(Batch $batch): WorkflowState
    {
        return $this->known[$batch->id()] ??= $this->look($batch);
    }

    private function look(Batch $batch): WorkflowState
    {
        $run = $this->deliveries->lastRun($batch);
        $progress = new BatchProgress(
            $batch->artworks(),
            array_values(array_filter($this->figures->of($batch), static fn (PlacementSummary $one): bool => !$one->isExcluded)),
            $run,
            null === $run ? [] : $this->printFiles->countByState($run),
            \count($this->deliveries->standing($batch)),
        );

        return new WorkflowState(
            $this->steps($batch, $progress),
            $progress->run,
            $progress->printable(),
            \count($progress->toLookAt),
            $progress->short,
            \count($progress->artworks),
            $progress->inState(IntakeState::Reading),
            $progress->made,
            $progress->wanted,
            $progress->parcels,
            $this->undo->lastDone($batch),
            $this->next($batch, $progress),
        );
    }

    /** @return list<WorkflowStep> */
    private function steps(Batch $batch, BatchProgress $progress): array
    {
        $enlarged = $progress->enlarged();

        return [
            new WorkflowStep('intake', 'Intake', self::intake($progress), $this->url('intake', $batch)),
            new WorkflowStep('repair', 'Repair', self::repair($progress), $this->repairUrl($batch, $progress)),
            new WorkflowStep('fit', 'Fit sheet', self::fit($batch, $progress), $this->url('fit', $batch)),
            new WorkflowStep('framing', 'Framing', self::framing($progress), $this->placementUrl('framing', $batch, $progress->first())),
            new WorkflowStep('strip', 'Test strip', self::strip($progress), $this->placementUrl('strip', $batch, $enlarged)),
            new WorkflowStep('finish', 'Finish', self::finish($batch, $progress), $this->placementUrl('finish', $batch, $enlarged)),
            new WorkflowStep('show', 'Show', $this->show($batch, $progress), $this->placementUrl('show', $batch, $progress->printed())),
            new WorkflowStep('run', 'Run', self::run($progress), $this->url('run', $batch)),
            new WorkflowStep('parcels', 'Parcels', self::parcels($progress), $this->url('parcels', $batch)),
        ];
    }

    private function show(Batch $batch, BatchProgress $progress): string
    {
        $hung = \count(array_unique(array_map(
            static fn (HungScene $one): string => $one->scene,
            $batch->settings()->rail->hung,
        )));

        $made = $this->previews->countByState($batch);
        $waiting = $made[PreviewState::Waiting->value] ?? 0;

        return match (true) {
            [] === $progress->placed => 'nothing yet',
            $waiting > 0 => \sprintf('%d of %d made', $made[PreviewState::Made->value] ?? 0, array_sum($made)),
            0 === $hung => 'none hung',
            default => \sprintf(1 === $hung ? '%d scene' : '%d scenes', $hung),
        };
    }

    private static function intake(BatchProgress $progress): string
    {
        $reading = \count(array_filter($progress->artworks, static fn (BatchArtwork $one): bool => $one->isBeingRead()));
        $unreadable = $progress->inState(IntakeState::Unreadable);

        return match (true) {
            [] === $progress->artworks => 'nothing yet',
            $reading > 0 => \sprintf('reading %d', $reading),
            $unreadable > 0 => \sprintf('%d unreadable', $unreadable),
            default => \sprintf('%d read', \count($progress->artworks)),
        };
    }

    private static function repair(BatchProgress $progress): string
    {
        $count = static fn (callable $is): int => \count(array_filter($progress->artworks, $is));
        $waiting = $count(static fn (BatchArtwork $one): bool => $one->isBeingPrepared());
        $doubted = $count(static fn (BatchArtwork $one): bool => $one->isInDoubt());
        $repaired = $count(static fn (BatchArtwork $one): bool => !$one->edits()->isSilent());

        return match (true) {
            [] === $progress->artworks => 'nothing yet',
            $waiting > 0 => \sprintf('preparing %d', $waiting),
            $doubted > 0 => \sprintf('%d in doubt', $doubted),
            0 === $repaired => 'as they came',
            default => \sprintf('%d repaired', $repaired),
        };
    }

    private function repairUrl(Batch $batch, BatchProgress $progress): ?string
    {
        foreach ($progress->artworks as $artwork) {
            if ($artwork->wasMasterRead()) {
                return $this->urls->generate('repair', ['batch' => $batch->id(), 'artwork' => $artwork->id()]);
            }
        }

        return null;
    }

    private static function fit(Batch $batch, BatchProgress $progress): string
    {
        return match (true) {
            [] === $batch->productCodes() => 'no products yet',
            $progress->short > 0 => \sprintf('%d short', $progress->short),
            default => \sprintf('%d placements', \count($progress->placed)),
        };
    }

    private static function framing(BatchProgress $progress): string
    {
        return match (true) {
            [] === $progress->placed => 'nothing yet',
            [] === $progress->toLookAt => 'all looked at',
            default => \sprintf('%d not looked at', \count($progress->toLookAt)),
        };
    }

    private static function strip(BatchProgress $progress): string
    {
        $chosen = $progress->chosenByEye();

        return match (true) {
            [] === $progress->placed => 'nothing yet',
            0 === $chosen => 'ways by kind',
            default => \sprintf('%d chosen by eye', $chosen),
        };
    }

    private static function finish(Batch $batch, BatchProgress $progress): string
    {
        $finished = $progress->finishedByHand();

        return match (true) {
            [] === $progress->placed => 'nothing yet',
            !$batch->settings()->finish->isSilent() => 'set for the batch',
            0 === $finished => 'as they are',
            default => \sprintf('%d finished', $finished),
        };
    }

    private static function run(BatchProgress $progress): string
    {
        return match (true) {
            null === $progress->run => 'not started',
            $progress->run->isPaused() => \sprintf('paused, %d of %d', $progress->made, $progress->wanted),
            default => \sprintf('%d of %d made', $progress->made, $progress->wanted),
        };
    }

    private static function parcels(BatchProgress $progress): string
    {
        return match ($progress->parcels) {
            0 => 'none yet',
            1 => '1 file',
            default => \sprintf('%d files', $progress->parcels),
        };
    }

    private function next(Batch $batch, BatchProgress $progress): ?NextAction
    {
        $printable = $progress->printable();
        $files = \sprintf('Make %d print %s', $printable, 1 === $printable ? 'file' : 'files');

        return match (true) {
            [] === $progress->artworks => null,
            null !== $progress->run && null === $progress->run->finishedAt() => new NextAction('Watch the run', $this->url('run', $batch)),
            [] === $batch->productCodes() => new NextAction('Choose products', $this->url('fit', $batch)),
            $printable > 0 && $this->freshness->hasNews($batch) => new NextAction($files, $this->url('run_start', $batch), true),
            $progress->parcels > 0 => new NextAction('To the parcel', $this->url('parcels', $batch)),
            default => new NextAction('Look at the fit', $this->url('fit', $batch)),
        };
    }

    /** @return ?string null where there is no placement to open the room with */
    private function placementUrl(string $room, Batch $batch, ?PlacementSummary $placed): ?string
    {
        return null === $placed ? null : $this->urls->generate($room, [
            'batch' => $batch->id(), 'artwork' => $placed->artwork->id(), 'product' => $placed->product->code,
        ]);
    }

    private function url(string $route, Batch $batch): string
    {
        return $this->urls->generate($route, ['batch' => $batch->id()]);
    }
}
