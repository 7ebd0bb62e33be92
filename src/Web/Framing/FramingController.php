<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\Journal;
use Snugfit\Shop\Shelf;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Framing: one placement, large. Figures come from the planner while the hand moves the crop. */
#[Route('/batches/{batch<\d+>}/framing/{artwork<\d+>}/{product}')]
final class FramingController extends AbstractController
{
    public function __construct(private readonly FitSheet $sheet, private readonly Shelf $shelf, private readonly Trial $trial)
    {
    }

    #[Route('', name: 'framing', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, string $product): Response
    {
        $placed = $this->sheet->place($this->in($batch, $artwork), $this->product($product));

        return $this->render('framing/framing.html.twig', [
            'batch' => $batch,
            'placed' => $placed,
            'bench' => Bench::of($placed),
            'walk' => Walk::through($batch, $this->sheet, $placed),
        ]);
    }

    /** What the planner makes of a framing that is being tried, and the docket that says so; nothing is kept. */
    #[Route('/try', name: 'framing_try', methods: ['GET'])]
    public function try(Batch $batch, BatchArtwork $artwork, string $product, Request $request): Response
    {
        $memo = $this->wished($artwork, $product, $request);

        return $this->docket($batch, $artwork, $product, $memo);
    }

    #[Route('', name: 'framing_keep', methods: ['POST'])]
    public function keep(Batch $batch, BatchArtwork $artwork, string $product, Request $request, Journal $journal): Response
    {
        $memo = $this->wished($artwork, $product, $request)->with(lookedAt: true);
        $journal->apply($batch, \sprintf('Framed "%s" on %s', $this->in($batch, $artwork)->title(), $product), [\sprintf('framing:%d:%s', $artwork->id(), $product) => $memo->toArray()]);

        return $this->docket($batch, $artwork, $product, $memo);
    }

    /** Seen and found right. */
    #[Route('/looks-right', name: 'framing_right', methods: ['POST'])]
    public function looksRight(Batch $batch, BatchArtwork $artwork, string $product, Journal $journal): Response
    {
        $memo = $artwork->framing($product)?->memo() ?? new FramingMemo();
        $journal->apply($batch, \sprintf('Looked at "%s" on %s', $this->in($batch, $artwork)->title(), $product), [\sprintf('framing:%d:%s', $artwork->id(), $product) => $memo->with(lookedAt: true)->toArray()]);
        $next = Walk::through($batch, $this->sheet, $this->sheet->place($artwork, $this->product($product)))->next();
        if (null === $next) {
            return $this->redirectToRoute('fit', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('framing', ['batch' => $batch->id(), 'artwork' => $next->artwork->id(), 'product' => $next->product->code], Response::HTTP_SEE_OTHER);
    }

    private function docket(Batch $batch, BatchArtwork $artwork, string $product, FramingMemo $memo): Response
    {
        $placed = $this->trial->place($this->in($batch, $artwork), $this->product($product), $memo);
        $response = $this->render('framing/_docket.html.twig', ['batch' => $batch, 'placed' => $placed, 'bench' => Bench::of($placed)]);
        $response->headers->set('X-Crop', implode(',', $placed->placement->crop->toArray()));

        return $response;
    }

    private function wished(BatchArtwork $artwork, string $product, Request $request): FramingMemo
    {
        $memo = $artwork->framing($product)?->memo() ?? new FramingMemo();
        $values = $request->isMethodSafe() ? $request->query : $request->request;
        $memo = $memo->with(orientation: OrientationRule::tryFrom($values->getString('orientation')));
        if ($values->has('reset')) {
            return $memo->withoutFraming();
        }
        $number = static fn (string $name, float $default): float => is_numeric($values->getString($name)) ? (float) $values->getString($name) : $default;

        return $values->has('x') ? $memo->with(framing: new Framing($number('x', 0.5), $number('y', 0.5), $number('zoom', 1.0))) : $memo;
    }

    private function in(Batch $batch, BatchArtwork $artwork): BatchArtwork
    {
        return $artwork->batch() === $batch && !$artwork->isRemoved() ? $artwork : throw $this->createNotFoundException();
    }

    private function product(string $code): Product
    {
        return $this->shelf->find($code)?->product() ?? throw $this->createNotFoundException();
    }
}
