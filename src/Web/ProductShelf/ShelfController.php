<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductTable;
use Snugfit\Core\Product\UnreadableTable;
use Snugfit\Shop\Repository\ProductRepository;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The product shelf: list, add, edit. */
final class ShelfController extends AbstractController
{
    public function __construct(private readonly ProductRepository $productRepository, private readonly ProductForm $form)
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
            'Content-Type' => 'csv' === $kind ? 'text/csv; charset=utf-8' : 'application/json', 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', 'product-shelf.'.$kind),
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

    #[Route('/shelf/{code}/{act<up|down|duplicate|retire|offer>}', name: 'shelf_act', methods: ['POST'])]
    public function act(string $code, string $act): Response
    {
        $product = $this->productRepository->byCode($code) ?? throw $this->createNotFoundException();
        match ($act) {
            'up' => $this->productRepository->move($product, -1),
            'down' => $this->productRepository->move($product, 1),
            'duplicate' => $this->productRepository->duplicate($product),
            default => $this->productRepository->retire($product, 'retire' === $act),
        };

        return $this->redirectToRoute('shelf', ['_fragment' => $code], Response::HTTP_SEE_OTHER);
    }

    #[Route('/shelf/new', name: 'shelf_add', methods: ['GET', 'POST'])]
    public function add(Request $request): Response
    {
        return $this->edit($request, null);
    }

    #[Route('/shelf/{code}', name: 'shelf_edit', methods: ['GET', 'POST'])]
    public function change(string $code, Request $request): Response
    {
        return $this->edit($request, $this->productRepository->byCode($code)?->product() ?? throw $this->createNotFoundException());
    }

    /** @param list<string> $refused sentences about a table that was not taken */
    private function list(array $refused): Response
    {
        $groups = [];
        foreach ($this->productRepository->products() as $shelved) {
            $groups[$shelved->product()->group][] = $shelved;
        }

        return $this->render('product-shelf/shelf.html.twig', ['groups' => $groups, 'refused' => $refused], new Response(status: [] === $refused ? 200 : 422));
    }

    private function edit(Request $request, ?Product $product): Response
    {
        $fields = null === $product ? $this->form->blank() : $this->form->fields($product);
        $errors = [];
        if ($request->isMethod('POST')) {
            $fields = array_merge($fields, ['transparency' => false], $request->request->all('product'));
            $read = $this->form->read($fields, $product?->code, fn (string $code): bool => null !== $this->productRepository->byCode($code));
            if ($read instanceof Product) {
                $this->productRepository->put($read);

                return $this->redirectToRoute('shelf', ['_fragment' => $read->code], Response::HTTP_SEE_OTHER);
            }
            $errors = $read;
        }

        return $this->render('product-shelf/product.html.twig', ['product' => $product, 'fields' => $fields, 'errors' => $errors], new Response(status: [] === $errors ? 200 : 422));
    }
}
