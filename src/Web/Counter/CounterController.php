<?php

declare(strict_types=1);

namespace Snugfit\Web\Counter;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Undo\BatchNameChange;
use Snugfit\Shop\Undo\UndoHistory;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The counter: batches as dockets; start one. */
final class CounterController extends AbstractController
{
    #[Route('/', name: 'counter', methods: ['GET'])]
    public function show(EntityManagerInterface $entities): Response
    {
        return $this->render('counter/counter.html.twig', ['batches' => $entities->getRepository(Batch::class)->findBy([], ['id' => 'DESC'], 200)]);
    }

    #[Route('/batches', name: 'batch_start', methods: ['POST'])]
    public function start(Request $request, EntityManagerInterface $entities): Response
    {
        $batch = new Batch($request->request->getString('name'));
        $entities->persist($batch);
        $entities->flush();

        return $this->redirectToRoute('intake', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
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
}
