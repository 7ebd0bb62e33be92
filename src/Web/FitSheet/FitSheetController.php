<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Product\Product;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacementSummaryCache;
use Snugfit\Shop\Repository\ProductChoiceRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Undo\ProductChoiceChange;
use Snugfit\Shop\Undo\UndoHistory;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The fit sheet: artworks × products. What can this picture be sold on? */
final class FitSheetController extends AbstractController
{
    /** Rows that come with the page; the others follow as they are scrolled to. */
    private const ROWS = 12;

    public function __construct(private readonly BatchPlanner $sheet, private readonly PlacementSummaryCache $figures)
    {
    }

    #[Route('/batches/{batch<\d+>}/fit', name: 'fit', methods: ['GET'])]
    public function show(Batch $batch, Request $request, ProductRepository $productRepository, ProductChoiceRepository $choices): Response
    {
        $products = $this->sheet->products($batch);
        $query = SheetQuery::in($request->query);
        $rows = $this->rowsOf($batch, $query);
        // For paper, all of them come at once.
        $count = $request->query->has('paper') ? max(1, $rows->count()) : self::ROWS;

        return $this->render('fit-sheet/sheet.html.twig', [
            'batch' => $batch,
            'products' => $products,
            'families' => SheetColumns::families($products),
            'shelf' => $productRepository->offered(),
            'choices' => $choices->inOrder(),
            'query' => $query,
            'counts' => $rows->counts,
            'placements' => $rows->placements,
            'rows' => $rows->part(0, $count),
            'total' => $rows->count(),
            'next' => $count,
        ]);
    }

    /** Further rows, or those of some artworks as they are after an act, as HTML. */
    #[Route('/batches/{batch<\d+>}/fit/rows', name: 'fit_rows', methods: ['GET'])]
    public function rows(Batch $batch, Request $request): Response
    {
        $query = SheetQuery::in($request->query);
        $only = $request->query->getString('only');
        if ('' !== $only) {
            $rows = SheetRows::ofSome($batch, $this->sheet, $this->figures, $query, array_map(intval(...), explode(',', $only)));

            return $this->render('fit-sheet/_rows.html.twig', [
                'batch' => $batch,
                'products' => $this->sheet->products($batch),
                'rows' => $rows,
                'next' => 0,
                'total' => 0,
            ]);
        }
        $from = max(0, $request->query->getInt('from'));
        $rows = $this->rowsOf($batch, $query);

        return $this->render('fit-sheet/_rows.html.twig', [
            'batch' => $batch,
            'products' => $this->sheet->products($batch),
            'rows' => $rows->part($from, self::ROWS),
            'next' => $from + self::ROWS,
            'total' => $rows->count(),
        ]);
    }

    /** Does something to many placements. */
    #[Route('/batches/{batch<\d+>}/fit/act', name: 'fit_act', methods: ['POST'])]
    public function act(Batch $batch, #[MapRequestPayload] SheetActFields $sent, SheetActs $acts): Response
    {
        if (!$acts->apply($batch, $sent->act, $sent->value, $sent->cells)) {
            throw new UnprocessableEntityHttpException('There is no such act.');
        }

        return new Response('', Response::HTTP_NO_CONTENT);
    }

    #[Route('/batches/{batch<\d+>}/fit.csv', name: 'fit_csv', methods: ['GET'])]
    public function csv(Batch $batch, Request $request): Response
    {
        $rows = $this->rowsOf($batch, SheetQuery::in($request->query))->all();

        return new Response(implode('', iterator_to_array(SheetCsv::lines($rows), false)), 200, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', \sprintf('fit-sheet-%s.csv', $batch->number())),
        ]);
    }

    /** One placement's docket, as HTML. */
    #[Route('/batches/{batch<\d+>}/fit/{artwork<\d+>}/{product}', name: 'fit_docket', methods: ['GET'])]
    public function docket(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        return $this->render('fit-sheet/_docket.html.twig', ['batch' => $batch, 'placed' => $this->sheet->place($artwork, $product)]);
    }

    #[Route('/batches/{batch<\d+>}/products', name: 'fit_products', methods: ['POST'])]
    public function products(Batch $batch, Request $request, UndoHistory $history, ProductRepository $productRepository): Response
    {
        $wanted = $request->request->all('codes');
        $codes = array_values(
            array_filter(
                array_map(strval(...), array_keys($productRepository->catalogue()->products)),
                static fn (string $code): bool => \in_array($code, $wanted, true),
            ),
        );
        $history->apply($batch, \sprintf('Chose %d products', \count($codes)), ProductChoiceChange::of($batch, $codes));

        return $this->redirectToRoute('fit', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    private function rowsOf(Batch $batch, SheetQuery $query): SheetRows
    {
        return SheetRows::of($batch, $this->sheet, $this->figures, $query);
    }
}
