<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Core\Product\ProductTable;
use Snugfit\Core\Product\UnreadableTable;
use Snugfit\Shop\Entity\StoredProduct;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Web\Shared\FormEdition;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The product shelf: list, add, edit. */
final class ShelfController extends AbstractController
{
    /** What a new product is printed at unless one says otherwise (common practice). */
    private const USUAL_TARGET = 300;

    public function __construct(private readonly ProductRepository $productRepository, private readonly ProductJson $records)
    {
    }

    #[Route('/shelf', name: 'shelf', methods: ['GET'])]
    public function show(): Response
    {
        return $this->list([]);
    }

    #[Route('/shelf.{kind<csv|json>}', name: 'shelf_export', methods: ['GET'])]
    public function export(string $kind, ProductTable $table): Response
    {
        $products = $this->productRepository->offered();

        return new Response('csv' === $kind ? $table->csv($products) : $table->json($products), 200, [
            'Content-Type' => 'csv' === $kind ? 'text/csv; charset=utf-8' : 'application/json',
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', 'product-shelf.'.$kind),
        ]);
    }

    /** All of a file, or nothing of it. */
    #[Route('/shelf/import', name: 'shelf_import', methods: ['POST'])]
    public function import(Request $request, ProductTable $table): Response
    {
        $file = $request->files->get('table');
        try {
            $this->productRepository->import($table->read($file instanceof UploadedFile && $file->isValid() ? $file->getContent() : ''));
        } catch (UnreadableTable $e) {
            return $this->list($e->sentences);
        }

        return $this->redirectToRoute('shelf', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/shelf/{product}/{act<up|down|duplicate|retire|offer>}', name: 'shelf_act', methods: ['POST'])]
    public function act(StoredProduct $product, string $act): Response
    {
        match ($act) {
            'up' => $this->productRepository->move($product, -1),
            'down' => $this->productRepository->move($product, 1),
            'duplicate' => $this->productRepository->duplicate($product),
            default => $this->productRepository->retire($product, 'retire' === $act),
        };

        return $this->redirectToRoute('shelf', ['_fragment' => $product->code()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/shelf/new', name: 'shelf_add', methods: ['GET', 'POST'])]
    public function add(Request $request): Response
    {
        $draft = new ProductDraft();
        $draft->bleed = Bleed::none();
        $draft->target = Ppi::of(self::USUAL_TARGET);

        return $this->edit($request, $draft, null);
    }

    #[Route('/shelf/{product}', name: 'shelf_edit', methods: ['GET', 'POST'])]
    public function change(Product $product, Request $request): Response
    {
        return $this->edit($request, ProductDraft::of($product), $product);
    }

    /** @param list<string> $refused sentences about a table that was not taken */
    private function list(array $refused): Response
    {
        $groups = [];
        foreach ($this->productRepository->products() as $shelved) {
            $groups[$shelved->product()->group][] = $shelved;
        }

        return $this->render(
            'product-shelf/shelf.html.twig',
            ['groups' => $groups, 'refused' => $refused],
            new Response(status: [] === $refused ? 200 : 422),
        );
    }

    private function edit(Request $request, ProductDraft $draft, ?Product $product): Response
    {
        $form = $this->createForm(ProductForm::class, $draft, ['is_new' => null === $product]);
        $form->handleRequest($request);
        $edition = new FormEdition(null === $product ? [] : $this->records->write($product));
        $isChanged = $form->isSubmitted() && $edition->isMissedBy($request);
        if ($form->isSubmitted() && $form->isValid() && !$isChanged) {
            $this->productRepository->put($draft->product());

            return $this->redirectToRoute('shelf', ['_fragment' => $draft->code], Response::HTTP_SEE_OTHER);
        }

        return $this->render(
            'product-shelf/product.html.twig',
            ['product' => $product, 'form' => $form, 'edition' => $edition, 'isChanged' => $isChanged],
            $isChanged ? new Response(status: Response::HTTP_CONFLICT) : null,
        );
    }
}
