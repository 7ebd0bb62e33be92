<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\Journal;
use Snugfit\Shop\Shelf;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The fit sheet: artworks × products. What can this picture be sold on? */
final class FitSheetController extends AbstractController
{
    /** Rows that come with the page; the others follow as they are scrolled to. */
    private const ROWS = 30;

    #[Route('/batches/{batch<\d+>}/fit', name: 'fit', methods: ['GET'])]
    public function show(Batch $batch, Request $request, FitSheet $sheet, Shelf $shelf): Response
    {
        $products = $sheet->products($batch);
        $filter = SheetFilter::tryFrom($request->query->getString('show')) ?? SheetFilter::All;
        $find = trim($request->query->getString('find'));
        $rows = SheetRows::of($batch, $sheet, $filter, $find);

        return $this->render('fit-sheet/sheet.html.twig', [
            'batch' => $batch,
            'products' => $products,
            'groups' => SheetColumns::byProportion($products),
            'shelf' => $shelf->catalogue()->products,
            'filter' => $filter,
            'filters' => SheetFilter::cases(),
            'find' => $find,
            'counts' => $rows->counts,
            'rows' => \array_slice($rows->rows, 0, self::ROWS),
            'total' => \count($rows->rows),
            'next' => self::ROWS,
        ]);
    }

    /** Further rows, as HTML. */
    #[Route('/batches/{batch<\d+>}/fit/rows', name: 'fit_rows', methods: ['GET'])]
    public function rows(Batch $batch, Request $request, FitSheet $sheet): Response
    {
        $filter = SheetFilter::tryFrom($request->query->getString('show')) ?? SheetFilter::All;
        $rows = SheetRows::of($batch, $sheet, $filter, trim($request->query->getString('find')))->rows;
        $from = max(0, $request->query->getInt('from'));

        return $this->render('fit-sheet/_rows.html.twig', [
            'batch' => $batch, 'products' => $sheet->products($batch), 'filter' => $filter, 'rows' => \array_slice($rows, $from, self::ROWS), 'next' => $from + self::ROWS, 'total' => \count($rows),
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
