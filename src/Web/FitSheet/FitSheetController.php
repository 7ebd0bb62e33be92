<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\Journal;
use Snugfit\Shop\Shelf;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The fit sheet: artworks × products. What can this picture be sold on? */
final class FitSheetController extends AbstractController
{
    /** Rows that come with the page; the others follow as they are scrolled to. */
    private const ROWS = 12;

    #[Route('/batches/{batch<\d+>}/fit', name: 'fit', methods: ['GET'])]
    public function show(Batch $batch, Request $request, FitSheet $sheet, Shelf $shelf): Response
    {
        $products = $sheet->products($batch);
        $query = SheetQuery::in($request->query);
        $rows = SheetRows::of($batch, $sheet, $query);
        // For paper, all of them come at once.
        $count = $request->query->has('paper') ? max(1, \count($rows->rows)) : self::ROWS;

        return $this->render('fit-sheet/sheet.html.twig', [
            'batch' => $batch,
            'products' => $products,
            'families' => SheetColumns::families($products),
            'shelf' => $shelf->offered(),
            'query' => $query,
            'counts' => $rows->counts,
            'placements' => $rows->placements,
            'rows' => \array_slice($rows->rows, 0, $count),
            'total' => $rows->total,
            'next' => $count,
        ]);
    }

    /** Further rows, or those that are shown anew after an act, as HTML. */
    #[Route('/batches/{batch<\d+>}/fit/rows', name: 'fit_rows', methods: ['GET'])]
    public function rows(Batch $batch, Request $request, FitSheet $sheet): Response
    {
        $query = SheetQuery::in($request->query);
        $from = max(0, $request->query->getInt('from'));
        $count = max(2 * self::ROWS, min(1000, $request->query->getInt('count')));
        $rows = SheetRows::part($batch, $sheet, $query, $from, $count);

        return $this->render('fit-sheet/_rows.html.twig', [
            'batch' => $batch, 'products' => $sheet->products($batch), 'query' => $query, 'rows' => $rows->rows, 'next' => $from + $count, 'total' => $rows->total,
        ]);
    }

    /** Does something to many placements. */
    #[Route('/batches/{batch<\d+>}/fit/act', name: 'fit_act', methods: ['POST'])]
    public function act(Batch $batch, Request $request, SheetActs $acts): Response
    {
        $cells = array_values(array_filter($request->request->all('cells'), is_string(...)));
        if (!$acts->apply($batch, $request->request->getString('act'), $request->request->getString('value'), $cells)) {
            throw new BadRequestHttpException('There is no such act.');
        }

        return new Response('', Response::HTTP_NO_CONTENT);
    }

    #[Route('/batches/{batch<\d+>}/fit.csv', name: 'fit_csv', methods: ['GET'])]
    public function csv(Batch $batch, Request $request, FitSheet $sheet): Response
    {
        $rows = SheetRows::of($batch, $sheet, SheetQuery::in($request->query))->rows;

        return new Response(implode('', iterator_to_array(SheetCsv::lines($rows), false)), 200, [
            'Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', \sprintf('fit-sheet-%s.csv', $batch->number())),
        ]);
    }

    /** One placement's docket, as HTML. */
    #[Route('/batches/{batch<\d+>}/fit/{artwork<\d+>}/{product}', name: 'fit_docket', methods: ['GET'])]
    public function docket(Batch $batch, BatchArtwork $artwork, string $product, FitSheet $sheet, Shelf $shelf): Response
    {
        $shelved = $shelf->find($product);
        if (null === $shelved || $artwork->batch() !== $batch) {
            throw $this->createNotFoundException();
        }

        return $this->render('fit-sheet/_docket.html.twig', ['batch' => $batch, 'placed' => $sheet->place($artwork, $shelved->product())]);
    }

    #[Route('/batches/{batch<\d+>}/products', name: 'fit_products', methods: ['POST'])]
    public function products(Batch $batch, Request $request, Journal $journal, Shelf $shelf): Response
    {
        $wanted = $request->request->all('codes');
        $codes = array_values(array_filter(array_map(strval(...), array_keys($shelf->catalogue()->products)), static fn (string $code): bool => \in_array($code, $wanted, true)));
        $journal->apply($batch, \sprintf('Chose %d products', \count($codes)), ['products' => ['codes' => $codes]]);

        return $this->redirectToRoute('fit', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** Leaves a placement out of the run, or takes it in again. */
    #[Route('/batches/{batch<\d+>}/fit/{artwork<\d+>}/{product}/leave-out', name: 'fit_leave_out', methods: ['POST'])]
    public function leaveOut(Batch $batch, BatchArtwork $artwork, string $product, Journal $journal, FitSheet $sheet, Shelf $shelf): Response
    {
        $memo = $artwork->memo($product);
        $journal->apply(
            $batch,
            \sprintf($memo->excluded ? 'Took "%s" in on %s again' : 'Left "%s" out on %s', $artwork->title(), $product),
            [\sprintf('framing:%d:%s', $artwork->id(), $product) => $memo->with(excluded: !$memo->excluded)->toArray()],
        );
        $shelved = $shelf->find($product) ?? throw $this->createNotFoundException();

        return $this->render('fit-sheet/_cell.html.twig', ['batch' => $batch, 'placed' => $sheet->place($artwork, $shelved->product()), 'matches' => true]);
    }
}
