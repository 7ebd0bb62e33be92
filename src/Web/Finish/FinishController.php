<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Failure;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\Refusal;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Job\MaskOverlayJob;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Pixels\Job\ScreenRendering;
use Snugfit\Pixels\Job\ToneReportJob;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\RenderedImage;
use Snugfit\Web\TestStrip\StripRegions;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Finish: what is done to a print's pixels beside enlarging, before and after on the pixels that are printed. */
#[Route('/batches/{batch<\d+>}/finish/{artwork<\d+>}/{product}')]
final class FinishController extends AbstractController
{
    private const LARGEST_PATCH = 1400;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly ProductionPlanner $production,
        private readonly UndoHistory $history,
        private readonly PixelProcessPool $processes,
        private readonly StoredMasters $masters,
        private readonly StripRegions $regions,
        private readonly RenderedImage $pictures,
    ) {
    }

    #[Route('', name: 'finish', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $view = $this->view($batch, $placed, $request->query->getString('for', 'picture'));
        $regions = null === $view['recipe'] || $placed->placement->artwork->isVector ? [] : $this->regions->of($artwork, []);
        $share = static fn (string $name, float $otherwise): float => is_numeric($request->query->getString($name))
            ? max(0.0, min(1.0, (float) $request->query->getString($name)))
            : $otherwise;

        return $this->render(
            'finish/finish.html.twig',
            $view + [
                'products' => $this->sheet->products($batch),
                'at' => [$share('x', $regions[0]['x'] ?? 0.5), $share('y', $regions[0]['y'] ?? 0.5)],
                'hasProof' => Profile::Srgb !== $placed->placement->product->colour->profile,
            ],
        );
    }

    /** A step is set at a place, or left to the wider ones. */
    #[Route('', name: 'finish_set', methods: ['POST'])]
    public function set(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] FinishFields $sent): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $scopes = FinishScopes::of($placed);
        // Marks belong to the picture, whatever else is set for whom.
        $scope = $scopes->named('marks' === $sent->step ? 'picture' : $sent->for);
        try {
            $finish = $sent->silent ? null : $sent->into($scope->settings, $artwork->part());
            $ppi = $placed->placement->output->ppi ?? $placed->placement->product->target;
            $finish?->finish($artwork->kind(), $placed->placement->product, $ppi);
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $what = \sprintf('%s of %s in "%s"', FinishFields::STEPS[$sent->step], $scope->label, $artwork->title());
        $this->history->apply($batch, $what, ...$scopes->set($scope, $sent->step, $finish));

        return $this->render('finish/_panel.html.twig', $this->view($batch, $this->sheet->place($artwork, $product), $sent->for));
    }

    /** A window of the print before or after finishing, as a screen or as the press shows it. */
    #[Route('/patch.png', name: 'finish_patch', methods: ['GET'])]
    public function patch(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $recipe = $this->recipe($placed);
        if ('before' === $request->query->getString('side')) {
            $recipe = $recipe->finishedBy(new Finish());
        }
        $side = static fn (string $name): int => max(16, min(self::LARGEST_PATCH, $request->query->getInt($name)));
        $window =
            StripRegions::window(
                $recipe,
                (float) $request->query->getString('x'),
                (float) $request->query->getString('y'),
                new PixelSize($side('w'), $side('h')),
            ) ?? throw $this->createNotFoundException();
        $shown = ScreenRendering::tryFrom($request->query->getString('shown')) ?? ScreenRendering::Plain;

        return $this->pictures->answer(
            PatchJob::key($artwork->master(), $recipe, $window, $shown),
            fn (string $target): PatchJob => new PatchJob($this->masters->of($artwork->master()), $recipe, $window, $target, $shown),
        );
    }

    /** The marks, to lay over the picture. */
    #[Route('/marks.png', name: 'finish_marks', methods: ['GET'])]
    public function marks(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $marks = $placed->effective->finish()->mask ?? new PaintedMask([]);
        $size = $placed->placement->artwork->size;

        return $this->pictures->answer(
            MaskOverlayJob::key($marks, $size),
            static fn (string $target): MaskOverlayJob => new MaskOverlayJob($marks, $size, $target),
        );
    }

    /** How the tones are spread before and after. */
    #[Route('/tones', name: 'finish_tones', methods: ['GET'])]
    public function tones(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $recipe = $this->recipe($this->sheet->place($artwork, $product));
        try {
            $tones = $this->processes->start(new ToneReportJob($this->masters->of($artwork->master()), $recipe))->facts();
        } catch (PixelJobFailed $e) {
            return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY);
        }

        return $this->render('finish/_tones.html.twig', [
            'before' => self::spread($tones->record('before')),
            'after' => self::spread($tones->record('after')),
        ]);
    }

    /** @return array{path: string, black: float, white: float} an outline over 256 × 100 */
    private static function spread(JsonReader $tones): array
    {
        $bins = array_map(
            static fn (mixed $bin): float => is_numeric($bin) ? (float) $bin : 0.0,
            array_values(\is_array($list = $tones->toArray()['bins'] ?? null) ? $list : []),
        );
        // The ends may tower over all else; they are told in figures.
        $inner = \array_slice($bins, 1, 254);
        $most = max(1.0, ...$inner);
        $path = 'M0 100';
        foreach ($bins as $i => $bin) {
            $path .= \sprintf('L%d %.1f', $i, 100 - 100 * min(1.0, sqrt($bin / $most)));
        }

        return ['path' => $path.'L255 100Z', 'black' => $tones->float('black'), 'white' => $tones->float('white')];
    }

    /**
     * @return array{batch: Batch, placed: PlannedPlacement, places: FinishScopes, here: string, settings: FinishSettings,
     * suggested: Sharpening, recipe: ?Recipe, failure: ?string}
     */
    private function view(Batch $batch, PlannedPlacement $placed, string $here): array
    {
        $outcome = $this->production->decide($placed->wanted());
        $places = FinishScopes::of($placed);

        return [
            'batch' => $batch,
            'placed' => $placed,
            'places' => $places,
            'here' => $places->named($here)->key,
            'settings' => $placed->effective->finish(),
            'suggested' => Sharpening::suggestedFor($placed->artwork->kind(), $placed->placement->product),
            'recipe' => $outcome instanceof Recipe ? $outcome : null,
            'failure' => $outcome instanceof Refusal && RefusalReason::Impossible === $outcome->reason ? $outcome->sentence : null,
        ];
    }

    private function recipe(PlannedPlacement $placed): Recipe
    {
        $outcome = $this->production->decide($placed->wanted());

        return $outcome instanceof Recipe ? $outcome : throw $this->createNotFoundException();
    }
}
