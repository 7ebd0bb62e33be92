<?php

declare(strict_types=1);

namespace Snugfit\Web\Counter;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\BatchRemover;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\DiskUse;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchScope;
use Snugfit\Shop\Repository\BatchRepository;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Shop\Undo\BatchNameChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\AlsoDeleted;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** The counter: batches as dockets; start, find, archive, delete and restore them. */
final class CounterController extends AbstractController
{
    /** Dockets on a page. */
    private const PAGE = 24;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly BatchRepository $batches,
        private readonly BatchRemover $remover,
    ) {
    }

    #[Route('/', name: 'counter', methods: ['GET'])]
    public function show(
        #[MapQueryParameter] BatchScope $of = BatchScope::Open,
        #[MapQueryParameter] string $find = '',
        #[MapQueryParameter] int $page = 1,
    ): Response {
        $counts = [];
        foreach (BatchScope::cases() as $scope) {
            $counts[$scope->value] = $this->batches->countFound($scope);
        }
        $found = $this->batches->countFound($of, $find);
        $pages = max(1, (int) ceil($found / self::PAGE));
        $page = max(1, min($pages, $page));
        $batches = $this->batches->found($of, $find, ($page - 1) * self::PAGE, self::PAGE);

        return $this->render('counter/counter.html.twig', [
            'batches' => $batches,
            'contents' => array_map($this->remover->contents(...), $batches),
            'scope' => $of,
            'find' => $find,
            'counts' => $counts,
            'found' => $found,
            'page' => $page,
            'pages' => $pages,
        ]);
    }

    /** What the shop takes on its disk: counted when asked, since it reads every folder. */
    #[Route('/disk', name: 'disk_use', methods: ['GET'])]
    public function disk(DataFolder $data): Response
    {
        return $this->render('counter/_disk.html.twig', ['disk' => DiskUse::of($data)]);
    }

    #[Route('/batches', name: 'batch_start', methods: ['POST'])]
    public function start(Request $request): Response
    {
        return $this->redirectToRoute(
            'intake',
            ['batch' => $this->open($request->request->getString('name'))->id()],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** A batch for pictures that were dropped on the counter, and where they go. */
    #[Route('/batches/dropped', name: 'batch_drop', methods: ['POST'])]
    public function drop(#[MapRequestPayload] DroppedBatch $dropped): JsonResponse
    {
        $batch = $this->open($dropped->name());

        return new JsonResponse(
            [
                'uploads' => $this->generateUrl('upload_create', ['batch' => $batch->id()]),
                'intake' => $this->generateUrl('intake', ['batch' => $batch->id()]),
            ],
            Response::HTTP_CREATED,
        );
    }

    #[Route('/batches/{batch<\d+>}/name', name: 'batch_rename', methods: ['POST'])]
    public function rename(Batch $batch, Request $request, UndoHistory $history): Response
    {
        $name = trim($request->request->getString('name'));
        if ('' !== $name) {
            $history->apply($batch, 'Renamed the batch', BatchNameChange::of($batch, mb_strimwidth($name, 0, 120, '…')));
        }

        return $this->redirectToRoute('intake', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** What would go, before it goes. */
    #[Route('/batches/{batch<\d+>}/delete', name: 'batch_delete', methods: ['GET', 'POST'])]
    public function delete(Batch $batch, Request $request, PrintRunRepository $runs): Response
    {
        $isRunning = $runs->isRunning($batch);
        if ($request->isMethod('POST') && !$isRunning) {
            $batch->delete();
            $this->entities->flush();

            return $this->redirectToRoute('counter', ['of' => BatchScope::Deleted->value], Response::HTTP_SEE_OTHER);
        }

        return $this->render(
            'counter/delete.html.twig',
            [
                'docket' => $batch,
                'contents' => $this->remover->contents($batch),
                'isRunning' => $isRunning,
            ],
            new Response(status: $request->isMethod('POST') ? Response::HTTP_CONFLICT : Response::HTTP_OK),
        );
    }

    #[Route('/batches/{batch<\d+>}/archive', name: 'batch_archive', methods: ['POST'])]
    public function archive(Batch $batch): Response
    {
        $batch->archive();
        $this->entities->flush();

        return $this->redirectToRoute('counter', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/batches/{batch<\d+>}/restore', name: 'batch_restore', methods: ['POST'])]
    public function restore(#[AlsoDeleted] Batch $batch): Response
    {
        $batch->restore();
        $this->entities->flush();

        return $this->redirectToRoute('counter', ['of' => $batch->scope()->value], Response::HTTP_SEE_OTHER);
    }

    private function open(string $name): Batch
    {
        $batch = new Batch($name);
        $this->entities->persist($batch);
        $this->entities->flush();

        return $batch;
    }
}
