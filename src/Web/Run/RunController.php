<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Write;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Run\CancelFlags;
use Snugfit\Work\Run\DurationEstimator;
use Snugfit\Work\Run\NamePreview;
use Snugfit\Work\Run\RunStarter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;

/** Run: work under way, how far, how long it will take, what failed and why. */
final class RunController extends AbstractController
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly DeliveryStore $deliveries,
        private readonly MessageBusInterface $bus,
        private readonly CancelFlags $flags,
        private readonly DurationEstimator $durations,
        private readonly BatchProduction $production,
    ) {
    }

    #[Route('/batches/{batch<\d+>}/run', name: 'run', methods: ['GET'])]
    public function show(Batch $batch): Response
    {
        $view = $this->view($batch);
        $run = $this->deliveries->lastRun($batch);
        // While the press works nothing of this can be chosen, and nothing of it is shown.
        if (null !== $run && null === $run->finishedAt()) {
            return $this->render('run/run.html.twig', $view);
        }
        $plan = $this->production->plan($batch);
        $writes = array_filter(array_map(static fn (PlacedPrint $one): ?Write => $one->print->recipe()?->write, $plan));
        $laidOnMatte = array_filter(
            $plan,
            static fn (PlacedPrint $one): bool => $one->print->wanted->facts->isTransparent && false === $one->print->recipe()?->write->transparent,
        );

        return $this->render('run/run.html.twig', $view + [
            'names' => NamePreview::of($plan),
            'forecast' => null === $run ? $this->durations->forecast($plan) : null,
            'lays_on_matte' => \count($laidOnMatte),
            'has_pdf' => [] !== array_filter($writes, static fn (Write $one): bool => FileFormat::Pdf === $one->format),
        ]);
    }

    #[Route('/batches/{batch<\d+>}/run/state', name: 'run_state', methods: ['GET'])]
    public function state(Batch $batch): Response
    {
        return $this->render('run/_state.html.twig', $this->view($batch));
    }

    #[Route('/batches/{batch<\d+>}/run', name: 'run_start', methods: ['POST'])]
    public function start(Batch $batch, RunStarter $starter): Response
    {
        $last = $this->deliveries->lastRun($batch);
        if (null === $last || null !== $last->finishedAt()) {
            $starter->start($batch);
        }

        return $this->redirectToRoute('run', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/runs/{run<\d+>}/{act<pause|resume|cancel|retry>}', name: 'run_act', methods: ['POST'])]
    public function act(PrintRun $run, string $act): Response
    {
        match ($act) {
            'pause' => $run->setPaused(true),
            'resume' => $run->setPaused(false),
            'cancel' => $this->cancel($run),
            default => $this->retry($run),
        };
        $this->entities->flush();
        $this->bus->dispatch(new FeedPress($run->id()));

        return $this->redirectToRoute('run', ['batch' => $run->batch()->id()], Response::HTTP_SEE_OTHER);
    }

    private function cancel(PrintRun $run): void
    {
        if (null === $run->finishedAt()) {
            $run->cancel();
            $this->flags->raise($run->id());
        }
    }

    private function retry(PrintRun $run): void
    {
        $again = array_filter($run->files(), static fn (PrintFile $file): bool => (PrintFileState::Failed === $file->state() && null !== $file->recipe()) || PrintFileState::Cancelled === $file->state());
        if ([] === $again || null === $run->finishedAt()) {
            return;
        }
        $this->flags->lower($run->id());
        $run->reopen();
        foreach ($again as $file) {
            $file->retry();
        }
    }

    /** @return array<string, mixed> */
    private function view(Batch $batch): array
    {
        $run = $this->deliveries->lastRun($batch);

        return ['batch' => $batch, 'run' => $run, 'board' => null === $run ? null : RunBoard::of($run, $this->durations, CpuCount::count())];
    }
}
