<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\FormEdition;
use Snugfit\Work\Message\FeedPress;
use Snugfit\Work\Queue\Outbox;
use Snugfit\Work\Run\CancelFlags;
use Snugfit\Work\Run\NamePreview;
use Snugfit\Work\Run\RunStarter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;

/** Run: work under way, how far, how long it will take, what failed and why. */
final class RunController extends AbstractController
{
    /** Files changed between two writes. */
    private const AT_ONCE = 500;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PrintFileRepository $printFiles,
        private readonly RunView $view,
        private readonly Outbox $outbox,
        private readonly CancelFlags $flags,
    ) {
    }

    #[Route('/batches/{batch<\d+>}/run', name: 'run', methods: ['GET'])]
    public function show(Batch $batch, #[MapQueryParameter] int $page = 1): Response
    {
        $view = $this->view->page($batch, $page);

        return $this->render('run/run.html.twig', $view + $this->form($batch));
    }

    /** What a run would make, for batches so large that their page does without at first. */
    #[Route('/batches/{batch<\d+>}/run/outlook', name: 'run_outlook', methods: ['GET'])]
    public function outlook(Batch $batch): Response
    {
        return $this->render('run/_outlook.html.twig', ['batch' => $batch] + $this->view->outlook($batch) + $this->form($batch));
    }

    #[Route('/batches/{batch<\d+>}/run/state', name: 'run_state', methods: ['GET'])]
    public function state(Batch $batch, #[MapQueryParameter] int $page = 1): Response
    {
        return $this->render('run/_state.html.twig', $this->view->state($batch, $page));
    }

    /** How the batch's print files are named and written. */
    #[Route('/batches/{batch<\d+>}/settings', name: 'batch_settings', methods: ['POST'])]
    public function settle(Batch $batch, Request $request, UndoHistory $history): Response
    {
        $draft = SettingsDraft::of($batch->settings());
        $form = $this->createForm(SettingsForm::class, $draft);
        $form->handleRequest($request);
        if (!$form->isSubmitted()) {
            $form->submit([]);
        }
        $isChanged = (new FormEdition($batch->settings()->toArray()))->isMissedBy($request);
        if ($isChanged || !$form->isValid()) {
            $view = $this->view->state($batch) + $this->view->outlook($batch) + $this->form($batch, $form, $isChanged);

            return $this->render('run/run.html.twig', $view, $isChanged ? new Response(status: Response::HTTP_CONFLICT) : null);
        }
        $change = BatchSettingsChange::of($batch, $draft->settings($batch->settings()));
        $history->apply($batch, 'Names and writing of the print files', $change);

        return $this->redirectToRoute('run', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** What a template makes of the batch's files; nothing is kept. */
    #[Route('/batches/{batch<\d+>}/names', name: 'names', methods: ['GET'])]
    public function names(Batch $batch, Request $request, BatchProduction $production): Response
    {
        try {
            $plan = $production->plan($batch, new NameTemplate($request->query->getString('name')));
        } catch (InvalidNameTemplate $e) {
            return $this->render('run/_names.html.twig', ['names' => null, 'wrong' => $e->sentence()]);
        }

        return $this->render('run/_names.html.twig', ['names' => NamePreview::of($plan)]);
    }

    #[Route('/batches/{batch<\d+>}/run', name: 'run_start', methods: ['POST'])]
    public function start(Batch $batch, RunStarter $starter): Response
    {
        $starter->start($batch);

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
        $this->outbox->add(new FeedPress($run->id()));
        $this->entities->flush();
        $this->outbox->send();

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
        if (null === $run->finishedAt() || [] === $this->printFiles->toRetry($run, 1)) {
            return;
        }
        $this->flags->lower($run->id());
        $run->reopen();
        while ([] !== ($again = $this->printFiles->toRetry($run, self::AT_ONCE))) {
            foreach ($again as $file) {
                $file->retry();
            }
            $this->entities->flush();
        }
    }

    /**
     * @param ?FormInterface<SettingsDraft> $settings null for one that shows what is kept
     *
     * @return array<string, mixed>
     */
    private function form(Batch $batch, ?FormInterface $settings = null, bool $isChanged = false): array
    {
        return [
            'settings' => $settings ?? $this->createForm(SettingsForm::class, SettingsDraft::of($batch->settings())),
            'edition' => new FormEdition($batch->settings()->toArray()),
            'isChanged' => $isChanged,
        ];
    }
}
