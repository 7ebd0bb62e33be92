<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Deliveries;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Entity\PrintState;
use Snugfit\Shop\Journal;
use Snugfit\Shop\PlacedFigures;
use Snugfit\Shop\SheetFigures;
use Snugfit\Shop\Sitting;
use Snugfit\Shop\Standing;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** The line: a batch's rooms as stations in the order of work, each with what is open there, and the next sensible act. */
final class Line
{
    /** @var array<int, LineState> by batch */
    private array $known = [];

    public function __construct(
        private readonly SheetFigures $figures,
        private readonly Deliveries $deliveries,
        private readonly Journal $journal,
        private readonly Standing $standing,
        private readonly UrlGeneratorInterface $urls,
    ) {
    }

    #[AsTwigFunction('line')]
    public function of(Batch $batch): LineState
    {
        return $this->known[$batch->id()] ??= $this->look($batch);
    }

    private function look(Batch $batch): LineState
    {
        $artworks = $batch->artworks();
        $count = static fn (IntakeState $state): int => \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => $state === $artwork->state()));
        $placed = array_values(array_filter($this->figures->of($batch), static fn (PlacedFigures $placed): bool => !$placed->isExcluded));
        $short = \count(array_filter($placed, static fn (PlacedFigures $placed): bool => $placed->isShort()));
        $toLookAt = [];
        foreach ($placed as $one) {
            if ($one->wantsLook()) {
                $toLookAt[$one->framingKey] ??= $one;
            }
        }
        $toLookAt = array_values($toLookAt);
        $run = $this->deliveries->lastRun($batch);
        $wanted = null === $run ? [] : array_filter($run->files(), static fn (PrintFile $file): bool => PrintState::Short !== $file->state() && PrintState::Cancelled !== $file->state());
        $made = array_filter($wanted, static fn (PrintFile $file): bool => $file->state()->isDelivered());
        $parcels = \count($this->deliveries->latest($batch));
        $first = $toLookAt[0] ?? $placed[0] ?? null;
        $growing = array_values(array_filter($placed, static fn (PlacedFigures $one): bool => !$one->isShort() && $one->enlargement > 1))[0] ?? $first;
        $byEye = \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => null !== $artwork->memo(Sitting::PICTURE)->how));

        $stations = [
            new Station('intake', 'Intake', match (true) {
                [] === $artworks => 'nothing yet',
                $count(IntakeState::Reading) > 0 => \sprintf('reading %d', $count(IntakeState::Reading)),
                $count(IntakeState::Unreadable) > 0 => \sprintf('%d unreadable', $count(IntakeState::Unreadable)),
                default => \sprintf('%d read', \count($artworks)),
            }, $this->url('intake', $batch)),
            new Station('fit', 'Fit sheet', match (true) {
                [] === $batch->productCodes() => 'no products yet',
                $short > 0 => \sprintf('%d short', $short),
                default => \sprintf('%d placements', \count($placed)),
            }, $this->url('fit', $batch)),
            new Station('framing', 'Framing', match (true) {
                [] === $placed => 'nothing yet',
                [] === $toLookAt => 'all looked at',
                default => \sprintf('%d not looked at', \count($toLookAt)),
            }, null === $first ? null : $this->framingUrl($batch, $first)),
            new Station('strip', 'Test strip', match (true) {
                [] === $placed => 'nothing yet',
                0 === $byEye => 'ways by kind',
                default => \sprintf('%d chosen by eye', $byEye),
            }, null === $growing ? null : $this->urls->generate('strip', ['batch' => $batch->id(), 'artwork' => $growing->artwork->id(), 'product' => $growing->product->code])),
            new Station('finish', 'Finish', match (true) {
                [] === $placed => 'nothing yet',
                !$batch->settings()->finish->isSilent() => 'set for the batch',
                default => $this->finished($artworks),
            }, null === $growing ? null : $this->urls->generate('finish', ['batch' => $batch->id(), 'artwork' => $growing->artwork->id(), 'product' => $growing->product->code])),
            new Station('run', 'Run', match (true) {
                null === $run => 'not started',
                $run->isPaused() => \sprintf('paused, %d of %d', \count($made), \count($wanted)),
                default => \sprintf('%d of %d made', \count($made), \count($wanted)),
            }, $this->url('run', $batch)),
            new Station('parcels', 'Parcels', 0 === $parcels ? 'none yet' : \sprintf('%d %s', $parcels, 1 === $parcels ? 'file' : 'files'), $this->url('parcels', $batch)),
        ];

        return new LineState($stations, $run, \count($placed) - $short, \count($toLookAt), $short, \count($artworks), $count(IntakeState::Reading), \count($made), \count($wanted), $parcels, $this->journal->lastDone($batch)?->what(), $this->next($batch, $artworks, $placed, $run, $parcels));
    }

    /** @param list<BatchArtwork> $artworks */
    private function finished(array $artworks): string
    {
        $count = \count(array_filter($artworks, static fn (BatchArtwork $artwork): bool => $artwork->isFinishedByHand()));

        return 0 === $count ? 'as they are' : \sprintf('%d finished', $count);
    }

    /**
     * @param list<BatchArtwork>  $artworks
     * @param list<PlacedFigures> $placed
     */
    private function next(Batch $batch, array $artworks, array $placed, ?PrintRun $run, int $parcels): ?NextAct
    {
        $printable = \count(array_filter($placed, static fn (PlacedFigures $one): bool => !$one->isShort()));

        return match (true) {
            [] === $artworks => null,
            null !== $run && null === $run->finishedAt() => new NextAct('Watch the run', $this->url('run', $batch)),
            [] === $batch->productCodes() => new NextAct('Choose products', $this->url('fit', $batch)),
            $printable > 0 && $this->standing->hasNews($batch) => new NextAct(\sprintf('Make %d print %s', $printable, 1 === $printable ? 'file' : 'files'), $this->url('run_start', $batch), true),
            $parcels > 0 => new NextAct('Take the parcel', $this->url('parcels', $batch)),
            default => new NextAct('Look at the fit', $this->url('fit', $batch)),
        };
    }

    private function framingUrl(Batch $batch, PlacedFigures $placed): string
    {
        return $this->urls->generate('framing', ['batch' => $batch->id(), 'artwork' => $placed->artwork->id(), 'product' => $placed->product->code]);
    }

    private function url(string $route, Batch $batch): string
    {
        return $this->urls->generate($route, ['batch' => $batch->id()]);
    }
}
