<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Shop\BatchProduction;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Work\Run\NamePreview;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** How a batch's print files are named and written. */
final class SettingsController extends AbstractController
{
    /** What a template makes of the batch's files; nothing is kept. */
    #[Route('/batches/{batch<\d+>}/names', name: 'names', methods: ['GET'])]
    public function names(Batch $batch, Request $request, BatchProduction $production): Response
    {
        try {
            $plan = $production->plan($batch, new NameTemplate($request->query->getString('name')));
        } catch (InvalidNameTemplate $e) {
            return $this->render('run/_names.html.twig', ['names' => null, 'wrong' => $e->getMessage()]);
        }

        return $this->render('run/_names.html.twig', ['names' => NamePreview::of($plan)]);
    }

    #[Route('/batches/{batch<\d+>}/settings', name: 'batch_settings', methods: ['POST'])]
    public function keep(Batch $batch, Request $request, UndoHistory $history): Response
    {
        $old = $batch->settings();
        try {
            $matte = strtolower(ltrim($request->request->getString('matte'), '#'));
            $settings = new BatchSettings($old->finish, new NameTemplate($request->request->getString('name')), '' === $matte || (null === $old->matte && BatchSettings::WHITE === $matte) ? $old->matte : $matte, $request->request->getBoolean('cut_marks'));
        } catch (InvalidNameTemplate|ImpossibleRecipe $e) {
            throw new BadRequestHttpException($e->getMessage(), $e);
        }
        $history->apply($batch, 'Names and writing of the print files', BatchSettingsChange::of($batch, $settings));

        return $this->redirectToRoute('run', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }
}
