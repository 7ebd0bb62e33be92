<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Repository\ProductChoiceRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** Choices of products, saved under a name for every batch to come. */
final class ProductChoiceController extends AbstractController
{
    public function __construct(private readonly ProductChoiceRepository $choices)
    {
    }

    #[Route('/product-choices', name: 'product_choices', methods: ['POST'])]
    public function save(#[MapRequestPayload] ProductChoiceFields $fields, ProductRepository $products): Response
    {
        $known = array_map(strval(...), array_keys($products->catalogue()->products));
        $this->choices->save($fields->name(), array_values(array_intersect($known, $fields->codes)));

        return $this->list();
    }

    #[Route('/product-choices', name: 'product_choice_delete', methods: ['DELETE'])]
    public function delete(#[MapRequestPayload] ProductChoiceName $fields): Response
    {
        $this->choices->delete($fields->name);

        return $this->list();
    }

    private function list(): Response
    {
        return $this->render('fit-sheet/_choices.html.twig', ['choices' => $this->choices->inOrder()]);
    }
}
