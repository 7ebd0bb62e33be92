<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Finish\Marks;
use Snugfit\Core\MalformedRecord;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\MakingWishes;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeWriter;
use Snugfit\Core\Recipe\Way;
use Snugfit\Core\Recipe\WayArea;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Pixels\Job\MaskJob;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\Journal;
use Snugfit\Shop\PlacedArtwork;
use Snugfit\Shop\Shelf;
use Snugfit\Shop\Sitting;
use Snugfit\Shop\Vault;
use Snugfit\Web\Shared\MadePicture;
use Snugfit\Work\Press\Pace;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The test strip: telling spots of a picture as rows, ways of enlarging as columns, each patch at the pixels that will be printed. */
#[Route('/batches/{batch<\d+>}/strip/{artwork<\d+>}/{product}')]
final class StripController extends AbstractController
{
    /** Side of a patch on screen. */
    private const PATCH = 216;

    /** Print pixels of the large view. */
    private const PAIR = [1280, 720];

    /** Pixels of a screen to the inch, as browsers count them (CSS 2.2). */
    private const SCREEN = 96;

    public function __construct(
        private readonly FitSheet $sheet,
        private readonly Shelf $shelf,
        private readonly RecipeWriter $recipes,
        private readonly Journal $journal,
        private readonly StripSpots $spots,
        private readonly MadePicture $pictures,
    ) {
    }

    #[Route('', name: 'strip', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, string $product, Request $request, Pace $pace): Response
    {
        $placed = $this->placed($batch, $artwork, $product);
        $current = $this->current($placed);
        $query = StripQuery::in($request->query, $artwork->kind(), $current);
        $recipe = $this->recipe($placed, $current);
        $side = $this->side($placed, $query);
        $columns = [];
        foreach ($query->ways as $way) {
            $one = null === $recipe ? null : $this->recipe($placed, $way);
            if (null !== $one) {
                $columns[] = ['way' => $way, 'passes' => $one->enlarge->passesFrom($one->frame->crop->size()), 'seconds' => $pace->expectedSeconds($one, $artwork->master())];
            }
        }
        $rows = array_map(
            static fn (array $spot): array => $spot + ['window' => null === $recipe ? null : StripSpots::window($recipe, $spot['x'], $spot['y'], new PixelSize($side, $side))],
            null === $recipe || $placed->placement->artwork->isVector ? [] : $this->spots->of($artwork, $query->spots),
        );

        return $this->render('test-strip/strip.html.twig', [
            'batch' => $batch, 'placed' => $placed, 'products' => $this->sheet->products($batch), 'query' => $query, 'columns' => $columns, 'rows' => $rows, 'current' => $current,
            'suits' => WayChoice::for($artwork->kind(), $artwork->facts()), 'chosen' => $placed->sitting->how(), 'patch' => self::PATCH,
            'more' => self::all(), 'area' => $artwork->memo(Sitting::PICTURE)->area,
        ]);
    }

    /** One patch, as it will be printed; computed when it is first looked at. */
    #[Route('/patch.png', name: 'strip_patch', methods: ['GET'])]
    public function patch(Batch $batch, BatchArtwork $artwork, string $product, Request $request, Vault $vault): Response
    {
        $placed = $this->placed($batch, $artwork, $product);
        // The untouched source: its very pixels, as blocks.
        $code = $request->query->getString('way');
        $way = 'source' === $code ? new WayChoice(Way::Nearest) : ('printed' === $code ? $this->current($placed) : WayChoice::ofCode($code) ?? throw new BadRequestHttpException('There is no such way.'));
        $recipe = $this->recipe($placed, $way, 'printed' === $code ? $artwork->memo(Sitting::PICTURE)->area : null) ?? throw $this->createNotFoundException();
        $side = static fn (string $name): int => max(16, min(1280, $request->query->getInt($name)));
        $window = StripSpots::window($recipe, (float) $request->query->getString('x'), (float) $request->query->getString('y'), new PixelSize($side('w'), $side('h'))) ?? throw $this->createNotFoundException();
        $key = \sprintf('patches/%s.png', hash('sha256', implode(' ', [$artwork->master(), $recipe->unmounted()->hash(), ...$window->toArray()])));

        return $this->pictures->answer($key, static fn (string $target): PatchJob => new PatchJob($vault->path(Vault::masterKey($artwork->master())), $recipe, $window, $target));
    }

    /** Another way where a person painted; an empty list takes it away. */
    #[Route('/area', name: 'strip_area', methods: ['POST'])]
    public function area(Batch $batch, BatchArtwork $artwork, string $product, Request $request): Response
    {
        $this->placed($batch, $artwork, $product);
        try {
            $marks = Marks::fromList(json_decode($request->request->getString('marks', '[]'), true));
            $how = WayChoice::ofCode($request->request->getString('way')) ?? throw new BadRequestHttpException('There is no such way.');
            $area = $marks->isEmpty() ? null : new WayArea($how, $marks);
        } catch (ImpossibleFinish|MalformedRecord $e) {
            throw new BadRequestHttpException($e->getMessage(), $e);
        }
        $memo = $artwork->memo(Sitting::PICTURE)->withArea($area);
        $this->journal->apply($batch, \sprintf(null === $area ? 'Enlarged "%s" one way all over' : 'Painted where "%s" is enlarged another way', $artwork->title()), [\sprintf('framing:%d:%s', $artwork->id(), Sitting::PICTURE) => $memo->toArray()]);

        return new Response(json_encode($marks->toList(), \JSON_THROW_ON_ERROR), 200, ['Content-Type' => 'application/json']);
    }

    /** What was painted, to lay over the picture. */
    #[Route('/area.png', name: 'strip_area_mask', methods: ['GET'])]
    public function areaMask(Batch $batch, BatchArtwork $artwork, string $product): Response
    {
        $placed = $this->placed($batch, $artwork, $product);
        $marks = $artwork->memo(Sitting::PICTURE)->area->marks ?? new Marks([]);
        $size = $placed->placement->artwork->size;

        return $this->pictures->answer(MaskJob::key($marks, $size), static fn (string $target): MaskJob => new MaskJob($marks, $size, $target));
    }

    /** Two ways, large: one over the other with a line to drag, or swapped by a held key. */
    #[Route('/pair', name: 'strip_pair', methods: ['GET'])]
    public function pair(Batch $batch, BatchArtwork $artwork, string $product, Request $request): Response
    {
        $placed = $this->placed($batch, $artwork, $product);
        $current = $this->current($placed);
        $recipe = $this->recipe($placed, $current);
        if (null === $recipe || $placed->placement->artwork->isVector) {
            return $this->redirectToRoute('strip', ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product]);
        }
        $share = static fn (string $name): float => max(0.0, min(1.0, is_numeric($request->query->getString($name)) ? (float) $request->query->getString($name) : 0.5));
        $code = static fn (string $name, string $otherwise): string => 'source' === $request->query->getString($name) ? 'source' : (WayChoice::ofCode($request->query->getString($name))?->code() ?? $otherwise);
        $crop = $placed->placement->crop;

        return $this->render('test-strip/pair.html.twig', [
            'batch' => $batch, 'placed' => $placed, 'left' => $code('left', 'source'), 'right' => $code('right', $current->code()), 'x' => $share('x'), 'y' => $share('y'),
            'size' => self::PAIR, 'ways' => self::all(), 'picture' => $placed->placement->artwork->size, 'scale' => [$recipe->enlarge->to->width / $crop->width, $recipe->enlarge->to->height / $crop->height],
        ]);
    }

    /** A way is picked by looking: for the picture, for all of its kind in the batch, or for this product alone. */
    #[Route('', name: 'strip_choose', methods: ['POST'])]
    public function choose(Batch $batch, BatchArtwork $artwork, string $product, Request $request): Response
    {
        $placed = $this->placed($batch, $artwork, $product);
        $how = WayChoice::ofCode($request->request->getString('way'));
        $label = $how?->label() ?? 'what suits it';
        $picture = static fn (BatchArtwork $one): array => [\sprintf('framing:%d:%s', $one->id(), Sitting::PICTURE) => $one->memo(Sitting::PICTURE)->withHow($how)->toArray()];
        [$what, $after] = match ($request->request->getString('for')) {
            'product' => [\sprintf('Chose %s for "%s" on %s', $label, $artwork->title(), $placed->product->name), [$placed->sitting->ownSubject() => $placed->sitting->own->withHow($how)->toArray()]],
            'kind' => [\sprintf('Chose %s for every %s', $label, $artwork->kind()->label()), array_merge(...array_map($picture, array_values(array_filter($batch->readArtworks(), static fn (BatchArtwork $one): bool => $one->kind() === $artwork->kind()))))],
            default => [\sprintf('Chose %s for "%s"', $label, $artwork->title()), $picture($artwork)],
        };
        $this->journal->apply($batch, $what, $after);

        return $this->redirect($this->generateUrl('strip', ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product] + StripQuery::in($request->query, $artwork->kind(), $this->current($placed))->toArray()), Response::HTTP_SEE_OTHER);
    }

    /** @return list<WayChoice> what can be a column */
    private static function all(): array
    {
        return array_values(array_filter(array_map(WayChoice::ofCode(...), ['lanczos', 'mitchell', 'faithful', 'faithful-quick', 'faithful-best', 'mending', 'mending-25', 'mending-50', 'mending-75', 'drawn', 'drawn-best', 'rebuilt', 'nearest'])));
    }

    private function placed(Batch $batch, BatchArtwork $artwork, string $product): PlacedArtwork
    {
        $shelved = $this->shelf->find($product);
        if (null === $shelved || $artwork->batch() !== $batch) {
            throw $this->createNotFoundException();
        }

        return $this->sheet->place($artwork, $shelved->product());
    }

    private function current(PlacedArtwork $placed): WayChoice
    {
        return $placed->sitting->how() ?? WayChoice::for($placed->artwork->kind(), $placed->artwork->facts());
    }

    /** Null where the placement is short, so that nothing is printed. */
    private function recipe(PlacedArtwork $placed, WayChoice $how, ?WayArea $area = null): ?Recipe
    {
        try {
            return $this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), new MakingWishes(how: $how, area: $area))->enlargedBy($how, $area)->unmounted();
        } catch (ImpossibleRecipe) {
            return null;
        }
    }

    /** Pixels of the print that a patch shows. */
    private function side(PlacedArtwork $placed, StripQuery $query): int
    {
        $ppi = $placed->placement->output?->ppi->value;

        return $query->atPaperSize && null !== $ppi ? (int) min(1024, round(self::PATCH * $ppi / self::SCREEN)) : self::PATCH;
    }
}
