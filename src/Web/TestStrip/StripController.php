<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\FoundParts;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\MaskOverlayJob;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\ArtworkSettingsChange;
use Snugfit\Shop\Undo\ReferenceChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\RenderedImage;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Intake\Uploads;
use Snugfit\Work\Run\DurationEstimator;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** The test strip: telling spots of a picture as rows, ways of enlarging as columns, each patch at the pixels that will be printed. */
#[Route('/batches/{batch<\d+>}/strip/{artwork<\d+>}/{product}')]
final class StripController extends AbstractController
{
    /** Side of a patch on screen. */
    private const PATCH = 216;

    /** Most print pixels on a side of a patch. */
    private const LARGEST = 2400;

    /** Pixels of a screen to the inch, as browsers count them (CSS 2.2). */
    private const SCREEN = 96;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly StripPlan $plan,
        private readonly UndoHistory $history,
        private readonly StripRegions $regions,
        private readonly RenderedImage $pictures,
    ) {
    }

    #[Route('', name: 'strip', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product, Request $request, DurationEstimator $durations): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $current = $this->plan->current($placed);
        $query = StripQuery::in($request->query, $artwork->kind(), $current);
        $recipe = $this->plan->recipe($placed, $current);
        $side = $this->side($placed, $query);
        $columns = [];
        foreach ($query->ways as $way) {
            $one = null === $recipe ? null : $this->plan->recipe($placed, $way);
            if (null !== $one) {
                $columns[] = [
                    'way' => $way,
                    'plan' => $one->enlarge->planFor($one->frame->crop->size()),
                    'seconds' => $durations->expectedSeconds($one, $artwork->master()),
                ];
            }
        }
        $rows = array_map(
            static fn (array $region): array => $region + [
                'window' => null === $recipe
                    ? null
                    : StripRegions::window($recipe, $region['x'], $region['y'], new PixelSize($side, $side)),
            ],
            null === $recipe || $placed->placement->artwork->isVector ? [] : $this->regions->of($artwork, $query->regions),
        );

        $found = FoundParts::in($artwork->kind(), $artwork->facts());

        return $this->render('test-strip/strip.html.twig', [
            'batch' => $batch,
            'placed' => $placed,
            'products' => $this->sheet->products($batch),
            'query' => $query,
            'columns' => $columns,
            'rows' => $rows,
            'current' => $current,
            'suits' => UpscaleChoice::for($artwork->kind(), $artwork->facts()),
            'chosen' => $placed->effective->upscaleSettings(),
            'patch' => self::PATCH,
            'outlines' => StripPlan::hasOutlines($placed),
            'more' => StripPlan::ways(),
            'area' => $artwork->upscaleRegion(),
            'found' => $found,
            'area_ways' => StripPlan::waysIn($artwork->upscaleRegion(), $found?->region),
            'reference' => $artwork->comparedTo(),
            'largest' => Uploads::LARGEST,
            'distance' => $placed->product->viewingDistance ?? StripQuery::atScreen(),
        ]);
    }

    /** One patch, as it will be printed; computed when it is first looked at. */
    #[Route('/patch.png', name: 'strip_patch', methods: ['GET'])]
    public function patch(Batch $batch, BatchArtwork $artwork, Product $product, Request $request, StoredMasters $masters): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $shown = $this->plan->picture($placed, $request->query->getString('way')) ?? throw $this->createNotFoundException();
        $window = $this->window($request, $shown->recipe) ?? throw $this->createNotFoundException();

        return $this->pictures->answer(
            PatchJob::key($shown->file, $shown->recipe, $window),
            static fn (string $target): PatchJob => new PatchJob($masters->of($shown->file), $shown->recipe, $window, $target, once: true),
        );
    }

    /** How like a column is to the reference, at one spot or all over. */
    #[Route('/likeness', name: 'strip_likeness', methods: ['GET'])]
    public function likeness(
        Batch $batch,
        BatchArtwork $artwork,
        Product $product,
        Request $request,
        ReferenceComparison $similarity,
    ): Response {
        $placed = $this->sheet->place($artwork, $product);
        $shown = $this->plan->picture($placed, $request->query->getString('way')) ?? throw $this->createNotFoundException();
        $reference = $this->plan->picture($placed, StripPlan::REFERENCE) ?? throw $this->createNotFoundException();
        $window = $request->query->has('x') ? $this->window($request, $shown->recipe) ?? throw $this->createNotFoundException() : null;
        try {
            return new JsonResponse($similarity->of($shown, $reference, $window));
        } catch (PixelJobFailed $e) {
            return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
    }

    /** Nothing is measured any more; the file stays in the vault. */
    #[Route('/reference', name: 'strip_reference_away', methods: ['POST'])]
    public function withoutReference(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $this->history->apply($batch, \sprintf('Took the full size of "%s" away', $artwork->title()), ReferenceChange::of($artwork, null));

        return $this->redirect(
            $this->generateUrl('strip', [
                'batch' => $batch->id(),
                'artwork' => $artwork->id(),
                'product' => $product->code,
                ...$request->query->all(),
            ]),
            Response::HTTP_SEE_OTHER,
        );
    }

    /** Another way where a person painted; an empty list takes it away. */
    #[Route('/area', name: 'strip_area', methods: ['POST'])]
    public function area(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] RegionFields $sent): Response
    {
        $area = $sent->region($artwork->part());
        $what = null === $area ? 'Enlarged "%s" one way all over' : 'Painted where "%s" is enlarged another way';
        $change = ArtworkSettingsChange::of($artwork, $artwork->settings()->enlargedIn($area));
        $this->history->apply($batch, \sprintf($what, $artwork->title()), $change);

        return new Response(json_encode($sent->mask()->toList(), \JSON_THROW_ON_ERROR), 200, ['Content-Type' => 'application/json']);
    }

    /** What was painted, to lay over the picture. */
    #[Route('/area.png', name: 'strip_area_mask', methods: ['GET'])]
    public function areaMask(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $marks = $artwork->upscaleRegion()->mask ?? new PaintedMask([]);
        $size = $placed->placement->artwork->size;

        return $this->pictures->answer(
            MaskOverlayJob::key($marks, $size),
            static fn (string $target): MaskOverlayJob => new MaskOverlayJob($marks, $size, $target),
        );
    }

    /** A way is picked by looking: for the picture, for all of its kind in the batch, or for this product alone. */
    #[Route('', name: 'strip_choose', methods: ['POST'])]
    public function choose(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $upscale = UpscaleSettings::ofCode($request->request->getString('way'));
        $label = $upscale?->label() ?? 'what suits it';
        $ofPicture = static fn (BatchArtwork $one): ArtworkSettingsChange => ArtworkSettingsChange::of(
            $one,
            $one->settings()->enlargedBy($upscale),
        );
        $ofKind = static fn (BatchArtwork $one): bool => $one->kind() === $artwork->kind();
        [$what, $changes] = match ($request->request->getString('for')) {
            'product' => [
                \sprintf('Chose %s for "%s" on %s', $label, $artwork->title(), $placed->product->name),
                [$placed->effective->overridden($placed->effective->ofProduct->enlargedBy($upscale))],
            ],
            'kind' => [
                \sprintf('Chose %s for every %s', $label, $artwork->kind()->label()),
                array_map($ofPicture, array_filter($batch->readArtworks(), $ofKind)),
            ],
            default => [\sprintf('Chose %s for "%s"', $label, $artwork->title()), [$ofPicture($artwork)]],
        };
        $this->history->apply($batch, $what, ...array_values($changes));

        return $this->redirect(
            $this->generateUrl(
                'strip',
                ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product->code] +
                    StripQuery::in($request->query, $artwork->kind(), $this->plan->current($placed))->toArray(),
            ),
            Response::HTTP_SEE_OTHER,
        );
    }

    /** The window that a patch is of; null where its spot is not on the print. */
    private function window(Request $request, Recipe $recipe): ?PixelWindow
    {
        $side = static fn (string $name): int => max(16, min(self::LARGEST, $request->query->getInt($name)));

        return StripRegions::window(
            $recipe,
            (float) $request->query->getString('x'),
            (float) $request->query->getString('y'),
            new PixelSize($side('w'), $side('h')),
        );
    }

    /** Pixels of the print that a patch shows. */
    private function side(PlannedPlacement $placed, StripQuery $query): int
    {
        $ppi = $placed->placement->output?->ppi->value;

        return null !== $query->seenFrom && null !== $ppi
            ? (int) max(16, min(self::LARGEST, round(((self::PATCH * $ppi) / self::SCREEN) * $query->further())))
            : self::PATCH;
    }
}
