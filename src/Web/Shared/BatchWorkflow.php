<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacementSummary;
use Snugfit\Shop\PlacementSummaryCache;
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
        private readonly UndoEntryRepository $undo,
        private readonly DeliveryFreshness $freshness,
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
        $artworks = $batch->artworks();
        $count = static fn (IntakeState $state): int => \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => $state === $artwork->state()));
        $placed = array_values(array_filter($this->figures->of($batch), static fn (PlacementSummary $placed): bool => !$placed->isExcluded));
        $short = \count(array_filter($placed, static fn (PlacementSummary $placed): bool => $placed->isShort()));
        $toLookAt = [];
        foreach ($placed as $one) {
            if ($one->wantsLook()) {
                $toLookAt[$one->framingKey] ??= $one;
            }
        }
        $toLookAt = array_values($toLookAt);
        $run = $this->deliveries->lastRun($batch);
        $wanted = null === $run ? [] : array_filter($run->files(), static fn (PrintFile $file): bool => PrintFileState::Short !== $file->state() && PrintFileState::Cancelled !== $file->state());
        $made = array_filter($wanted, static fn (PrintFile $file): bool => $file->state()->isDelivered());
        $parcels = \count($this->deliveries->latest($batch));
        $first = $toLookAt[0] ?? $placed[0] ?? null;
        $growing = array_values(array_filter($placed, static fn (PlacementSummary $one): bool => !$one->isShort() && $one->enlargement > 1))[0] ?? $first;
        $byEye = \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => null !== $artwork->settings()->upscale));

        $stations = [
            new WorkflowStep('intake', 'Intake', match (true) {
                [] === $artworks => 'nothing yet',
                $count(IntakeState::Reading) > 0 => \sprintf('reading %d', $count(IntakeState::Reading)),
                $count(IntakeState::Unreadable) > 0 => \sprintf('%d unreadable', $count(IntakeState::Unreadable)),
                default => \sprintf('%d read', \count($artworks)),
            }, $this->url('intake', $batch)),
            new WorkflowStep('fit', 'Fit sheet', match (true) {
                [] === $batch->productCodes() => 'no products yet',
                $short > 0 => \sprintf('%d short', $short),
                default => \sprintf('%d placements', \count($placed)),
            }, $this->url('fit', $batch)),
            new WorkflowStep('framing', 'Framing', match (true) {
                [] === $placed => 'nothing yet',
                [] === $toLookAt => 'all looked at',
                default => \sprintf('%d not looked at', \count($toLookAt)),
            }, null === $first ? null : $this->framingUrl($batch, $first)),
            new WorkflowStep('strip', 'Test strip', match (true) {
                [] === $placed => 'nothing yet',
                0 === $byEye => 'ways by kind',
                default => \sprintf('%d chosen by eye', $byEye),
            }, null === $growing ? null : $this->urls->generate('strip', ['batch' => $batch->id(), 'artwork' => $growing->artwork->id(), 'product' => $growing->product->code])),
            new WorkflowStep('finish', 'Finish', match (true) {
                [] === $placed => 'nothing yet',
                !$batch->settings()->finish->isSilent() => 'set for the batch',
                default => $this->finished($artworks),
            }, null === $growing ? null : $this->urls->generate('finish', ['batch' => $batch->id(), 'artwork' => $growing->artwork->id(), 'product' => $growing->product->code])),
            new WorkflowStep('run', 'Run', match (true) {
                null === $run => 'not started',
                $run->isPaused() => \sprintf('paused, %d of %d', \count($made), \count($wanted)),
                default => \sprintf('%d of %d made', \count($made), \count($wanted)),
            }, $this->url('run', $batch)),
            new WorkflowStep('parcels', 'Parcels', 0 === $parcels ? 'none yet' : \sprintf('%d %s', $parcels, 1 === $parcels ? 'file' : 'files'), $this->url('parcels', $batch)),
        ];

        return new WorkflowState($stations, $run, \count($placed) - $short, \count($toLookAt), $short, \count($artworks), $count(IntakeState::Reading), \count($made), \count($wanted), $parcels, $this->undo->lastDone($batch)?->what(), $this->next($batch, $artworks, $placed, $run, $parcels));
    }

    /** @param list<BatchArtwork> $artworks */
    private function finished(array $artworks): string
    {
        $count = \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => $artwork->isFinishedByHand()));

        return 0 === $count ? 'as they are' : \sprintf('%d finished', $count);
    }

    /**
     * @param list<BatchArtwork>  $artworks
     * @param list<PlacementSummary> $placed
     */
    private function next(Batch $batch, array $artworks, array $placed, ?PrintRun $run, int $parcels): ?NextAction
    {
        $printable = \count(array_filter($placed, static fn (PlacementSummary $one): bool => !$one->isShort()));

        return match (true) {
            [] === $artworks => null,
            null !== $run && null === $run->finishedAt() => new NextAction('Watch the run', $this->url('run', $batch)),
            [] === $batch->productCodes() => new NextAction('Choose products', $this->url('fit', $batch)),
            $printable > 0 && $this->freshness->hasNews($batch) => new NextAction(\sprintf('Make %d print %s', $printable, 1 === $printable ? 'file' : 'files'), $this->url('run_start', $batch), true),
            $parcels > 0 => new NextAction('To the parcel', $this->url('parcels', $batch)),
            default => new NextAction('Look at the fit', $this->url('fit', $batch)),
        };
    }

    private function framingUrl(Batch $batch, PlacementSummary $placed): string
    {
        return $this->urls->generate('framing', ['batch' => $batch->id(), 'artwork' => $placed->artwork->id(), 'product' => $placed->product->code]);
    }

    private function url(string $route, Batch $batch): string
    {
        return $this->urls->generate($route, ['batch' => $batch->id()]);
    }
}
