<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Product\Product;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacementSummaryCache;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Settings\EffectiveSettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Undo\KeepBoxesChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\FigureFormatter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** Framing: one placement, large, for all products of its family. Figures come from the planner while the hand moves. */
#[Route('/batches/{batch<\d+>}/framing/{artwork<\d+>}/{product}')]
final class FramingController extends AbstractController
{
    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly PlacementSummaryCache $figures,
        private readonly UndoHistory $history,
        private readonly FigureFormatter $formatter,
    ) {
    }

    #[Route('', name: 'framing', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $view = $this->view($batch, EffectiveSettings::of($artwork, $product));

        return $this->render(
            'framing/framing.html.twig',
            $view + ['walk' => FramingSequence::through($this->figures->of($batch), $view['placed'])],
        );
    }

    /** What the planner makes of a framing that is being tried; nothing is kept. */
    #[Route('/try', name: 'framing_try', methods: ['GET'])]
    public function try(
        Batch $batch,
        BatchArtwork $artwork,
        Product $product,
        #[MapQueryString] FramingFields $fields = new FramingFields(),
    ): Response {
        $effective = EffectiveSettings::of($artwork, $product);

        return $this->figures($batch, $effective->trying($fields->framing($effective->framing(), $artwork->part())));
    }

    #[Route('', name: 'framing_keep', methods: ['POST'])]
    public function keep(
        Batch $batch,
        BatchArtwork $artwork,
        Product $product,
        #[MapRequestPayload] FramingFields $fields = new FramingFields(),
    ): Response {
        $effective = EffectiveSettings::of($artwork, $product);
        $framing = $fields->framing($effective->framing(), $artwork->part());
        $this->history->apply(
            $batch,
            \sprintf('Framed "%s" on %s', $artwork->title(), $this->called($effective)),
            $effective->reframed(new FramingState($framing, true)),
        );

        return $this->figures($batch, EffectiveSettings::of($artwork, $product));
    }

    /** Seen and found right. */
    #[Route('/looks-right', name: 'framing_right', methods: ['POST'])]
    public function looksRight(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $effective = EffectiveSettings::of($artwork, $product);
        $this->history->apply(
            $batch,
            \sprintf('Looked at "%s" on %s', $artwork->title(), $this->called($effective)),
            $effective->reframed($effective->state()->lookedAt()),
        );
        $next = FramingSequence::through($this->figures->of($batch), $this->sheet->place($artwork, $effective->product))->next();

        return null === $next
            ? $this->redirectToRoute('fit', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER)
            : $this->redirectToRoute(
                'framing',
                ['batch' => $batch->id(), 'artwork' => $next->artwork->id(), 'product' => $next->product->code],
                Response::HTTP_SEE_OTHER,
            );
    }

    /** The product leaves its family, sitting as it did there, or comes back to it. */
    #[Route('/family', name: 'framing_family', methods: ['POST'])]
    public function family(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $effective = EffectiveSettings::of($artwork, $product);
        $what = $effective->isAlone() ? 'Brought %s back to its family for "%s"' : 'Framed %s by itself for "%s"';
        $this->history->apply(
            $batch,
            \sprintf($what, $effective->product->name, $artwork->title()),
            $effective->overridden($effective->ofProduct->framedAs($effective->isAlone() ? null : $effective->state())),
        );

        return $this->redirectToRoute(
            'framing',
            ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product->code],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** What must stay in the picture, for every product. */
    #[Route('/keep-boxes', name: 'framing_boxes', methods: ['POST'])]
    public function keepBoxes(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] KeepBoxes $sent): Response
    {
        $boxes = $sent->boxes();
        $what = [] === $boxes ? 'Let everything be cut in "%s"' : 'Marked what must stay in "%s"';
        $this->history->apply($batch, \sprintf($what, $artwork->title()), KeepBoxesChange::of($artwork, $boxes));

        return $this->figures($batch, EffectiveSettings::of($artwork, $product));
    }

    private function figures(Batch $batch, EffectiveSettings $effective): Response
    {
        $view = $this->view($batch, $effective);

        return $this->render('framing/_figures.html.twig', $view);
    }

    /** @return array{batch: Batch, placed: PlannedPlacement, layout: array<string, mixed>, siblings: list<PlannedPlacement>} */
    private function view(Batch $batch, EffectiveSettings $effective): array
    {
        $placed = $this->sheet->placeAs($effective);

        return [
            'batch' => $batch,
            'placed' => $placed,
            'layout' => FramingStage::of($placed, $this->formatter->wordsOn($placed))->toArray(),
            'siblings' => $this->siblings($batch, $effective),
        ];
    }

    /** @return list<PlannedPlacement> all products that this framing serves, as they would print */
    private function siblings(Batch $batch, EffectiveSettings $effective): array
    {
        $siblings = [];
        foreach ($this->sheet->products($batch) as $product) {
            $theirs = EffectiveSettings::of($effective->artwork, $product);
            if ($theirs->family->key === $effective->family->key) {
                $siblings[] = $this->sheet->placeAs(
                    $theirs->framingKey() === $effective->framingKey() ? $theirs->trying($effective->framing()) : $theirs,
                );
            }
        }

        return $siblings;
    }

    private function called(EffectiveSettings $effective): string
    {
        return $effective->isAlone() ? $effective->product->name : $effective->family->label;
    }
}
