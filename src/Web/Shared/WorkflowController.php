<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Entity\Batch;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The parts of a page that an act in its room changes too: stations, next act, undo. */
final class WorkflowController extends AbstractController
{
    #[Route('/batches/{batch<\d+>}/line', name: 'line', methods: ['GET'])]
    public function parts(Batch $batch, Request $request, BatchWorkflow $line): Response
    {
        return $this->render('shared/_parts.html.twig', [
            'batch' => $batch,
            'line' => $line->of($batch),
            'room' => $request->query->getString('room'),
        ]);
    }
}
