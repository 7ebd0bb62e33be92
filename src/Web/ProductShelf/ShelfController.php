<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Product\Product;
use Snugfit\Shop\Shelf;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The product shelf: list, add, edit. */
final class ShelfController extends AbstractController
{
    public function __construct(private readonly Shelf $shelf, private readonly ProductForm $form)
    {
    }

    #[Route('/shelf', name: 'shelf', methods: ['GET'])]
    public function show(): Response
    {
        $groups = [];
        foreach ($this->shelf->catalogue()->products as $product) {
            $groups[$product->group][] = $product;
        }

        return $this->render('product-shelf/shelf.html.twig', ['groups' => $groups]);
    }

    #[Route('/shelf/new', name: 'shelf_add', methods: ['GET', 'POST'])]
    public function add(Request $request): Response
    {
        return $this->edit($request, null);
    }

    #[Route('/shelf/{code}', name: 'shelf_edit', methods: ['GET', 'POST'])]
    public function change(string $code, Request $request): Response
    {
        return $this->edit($request, $this->shelf->find($code)?->product() ?? throw $this->createNotFoundException());
    }

    private function edit(Request $request, ?Product $product): Response
    {
        $fields = null === $product ? $this->form->blank() : $this->form->fields($product);
        $errors = [];
        if ($request->isMethod('POST')) {
            $fields = array_merge($fields, ['transparency' => false], $request->request->all('product'));
            $read = $this->form->read($fields, $product?->code, fn (string $code): bool => null !== $this->shelf->find($code));
            if ($read instanceof Product) {
                $this->shelf->put($read);

                return $this->redirectToRoute('shelf', ['_fragment' => $read->code], Response::HTTP_SEE_OTHER);
            }
            $errors = $read;
        }

        return $this->render('product-shelf/product.html.twig', ['product' => $product, 'fields' => $fields, 'errors' => $errors], new Response(status: [] === $errors ? 200 : 422));
    }
}
