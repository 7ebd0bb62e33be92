<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Measure\Unit;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Work\Intake\ArtworkImporter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What a person can do from any room: change the unit, take the last act back, do it again. */
final class PersonController extends AbstractController
{
    #[Route('/unit/{unit<in|mm|cm>}', name: 'unit', methods: ['POST'])]
    public function unit(string $unit, Request $request): Response
    {
        $response = $this->back($request);
        $response->headers->setCookie(PersonalUnit::cookie(Unit::from($unit)));

        return $response;
    }

    #[Route('/batches/{batch<\d+>}/{act<undo|redo>}', name: 'journal', methods: ['POST'])]
    public function journal(Batch $batch, string $act, UndoHistory $history, Request $request, ArtworkImporter $importer): Response
    {
        $meant = (int) $request->request->getString('entry');
        $what = 'undo' === $act ? $history->undo($batch, 0 === $meant ? null : $meant) : $history->redo($batch);
        $importer->orderPrepared(...$batch->artworks());
        // A script that asks takes a refusal as a page, which has the sentence for the person.
        if (\in_array('application/json', $request->getAcceptableContentTypes(), true)) {
            return new JsonResponse(['what' => $what]);
        }

        return $this->back($request);
    }

    /** To the page that asked, which the referrer policy guarantees to be our own; only its path is taken. */
    private function back(Request $request): RedirectResponse
    {
        $parts = parse_url((string) $request->headers->get('Referer'));
        $path = \is_array($parts) ? $parts['path'] ?? '/' : '/';
        $query = \is_array($parts) && isset($parts['query']) ? '?'.$parts['query'] : '';

        // A backslash is a slash to browsers, and two of them begin another machine's address.
        return $this->redirect('/'.ltrim($path, '/\\').$query, Response::HTTP_SEE_OTHER);
    }
}
