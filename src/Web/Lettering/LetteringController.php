<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Failure;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\TextLine;
use Snugfit\Core\Lettering\WordsTable;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Pixels\Job\ContrastJob;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\ArtworkSettingsChange;
use Snugfit\Shop\Undo\Change;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\SettingScope;
use Snugfit\Web\Shared\SettingScopes;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Cache\CacheInterface;

/** Lettering: lines of words on a print, placed by hand or under the artwork, for one product or for many. */
#[Route('/batches/{batch<\d+>}/lettering/{artwork<\d+>}/{product}')]
final class LetteringController extends AbstractController
{
    /** Pictures of the batch that are shown below. */
    private const SHOWN = 60;

    /** Bytes of a table of words. */
    private const LARGEST_TABLE = 4_000_000;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly RecipeBuilder $recipes,
        private readonly ProductionPlanner $production,
        private readonly UndoHistory $history,
        private readonly PixelProcessPool $processes,
        private readonly StoredMasters $masters,
        private readonly TypefaceSamples $faces,
        private readonly CacheInterface $cache,
        private readonly FreshColour $fresh,
    ) {
    }

    #[Route('', name: 'lettering', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        return $this->room($batch, $this->sheet->place($artwork, $product), $request->query->getString('for'));
    }

    /** What lines that are being written would look like; nothing is kept. */
    #[Route('/try', name: 'lettering_try', methods: ['POST'])]
    public function try(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] LetteringFields $sent): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        try {
            $view = LetteringView::of($placed, $this->recipes, $sent->for, $sent->lettering());
        } catch (Failure) {
            // What is half written may be no size yet.
            $view = null;
        }
        if (null === $view || null === $placed->placement->output) {
            return new Response('', Response::HTTP_NO_CONTENT);
        }

        return $this->render('lettering/_stage.html.twig', ['batch' => $batch, 'view' => $view]);
    }

    #[Route('', name: 'lettering_keep', methods: ['POST'])]
    public function keep(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] LetteringFields $sent): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $scopes = SettingScopes::of($placed);
        $scope = $scopes->named($sent->for);
        $lettering = $this->lettering($sent);
        if (null !== $lettering && null !== $placed->placement->output) {
            try {
                $lettering = $lettering->each(
                    fn (TextLine $line, int $at): TextLine => $sent->isFresh($at)
                        ? $line->inColour($this->fresh->of($placed, $line))
                        : $line,
                );
                $this->recipes->lines($placed->placement, $placed->effective->lettering()->of($lettering));
            } catch (ImpossibleLettering $e) {
                throw new UnprocessableEntityHttpException($e->sentence(), $e);
            }
        }
        $what = null === $lettering ? 'Left the lettering of %s in "%s" to the wider places' : 'Lettered %s in "%s"';
        $this->history->apply($batch, \sprintf($what, $scope->label, $artwork->title()), ...self::changes($scopes, $scope, $lettering));

        return $this->render('lettering/_body.html.twig', $this->view($batch, $this->sheet->place($artwork, $product), $sent->for));
    }

    /** How well each line stands out from what lies below. */
    #[Route('/contrast', name: 'lettering_contrast', methods: ['GET'])]
    public function contrast(Batch $batch, BatchArtwork $artwork, Product $product): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $recipe = $this->production->decide($placed->wanted());
        if (!$recipe instanceof Recipe || null === $recipe->lettering) {
            return new Response('', Response::HTTP_NO_CONTENT);
        }
        try {
            // The room asks again with every act, for all of its pictures.
            $ratios = $this->cache->get(
                'contrast.'.hash('xxh128', $artwork->master().$recipe->hash()),
                fn (): array => array_values((array) $this->processes
                    ->start(new ContrastJob($this->masters->of($artwork->master()), $recipe))
                    ->facts()
                    ->toArray()['contrast']),
            );
        } catch (PixelJobFailed $e) {
            return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $view = LetteringView::of($placed, $this->recipes, '');
        $at = 0;
        $lines = [];
        foreach ($view->set as $line) {
            // Lines that nothing is drawn of are not in the recipe.
            $ratio = $line->laid->path->isEmpty() ? null : ($ratios[$at++] ?? null);
            $lines[] = ['line' => $line, 'ratio' => is_numeric($ratio) ? (float) $ratio : null];
        }

        return $this->render('lettering/_contrast.html.twig', ['lines' => $lines]);
    }

    /** A table of words, for all pictures of the batch that it names. */
    #[Route('/words', name: 'lettering_words', methods: ['POST'])]
    public function words(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $for = $request->request->getString('for');
        $file = $request->files->get('table');
        if (!$file instanceof UploadedFile || !$file->isValid() || $file->getSize() > self::LARGEST_TABLE) {
            return $this->room($batch, $placed, $for, 'There was no table, or it is larger than 4 MB.', true);
        }
        try {
            $table = WordsTable::read($file->getContent());
        } catch (ImpossibleLettering $e) {
            return $this->room($batch, $placed, $for, $e->sentence(), true);
        }
        $changes = [];
        $artworks = $this->sheet->artworks($batch);
        foreach ($artworks as $one) {
            $words = $table->of($one->path());
            if ([] !== $words) {
                $changes[] = ArtworkSettingsChange::of($one, $one->settings()->worded($words));
            }
        }
        $this->history->apply($batch, \sprintf('Took words from "%s"', $file->getClientOriginalName()), ...$changes);
        $told = \sprintf(
            '%d of %d pictures have their words now: %s.',
            \count($changes),
            \count($artworks),
            implode(', ', array_map(static fn (string $column): string => '{'.$column.'}', $table->columns)),
        );

        return $this->room($batch, $this->sheet->place($artwork, $product), $for, $told);
    }

    /** The words of this picture alone. */
    #[Route('/own-words', name: 'lettering_own_words', methods: ['POST'])]
    public function ownWords(Batch $batch, BatchArtwork $artwork, Product $product, #[MapRequestPayload] WordsFields $sent): Response
    {
        $this->history->apply(
            $batch,
            \sprintf('Words for "%s"', $artwork->title()),
            ArtworkSettingsChange::of($artwork, $artwork->settings()->worded($sent->words())),
        );

        return $this->render('lettering/_body.html.twig', $this->view($batch, $this->sheet->place($artwork, $product), $sent->for));
    }

    private function lettering(LetteringFields $sent): ?Lettering
    {
        try {
            return $sent->lettering();
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
    }

    /**
     * Nearer scopes fall silent, so that it counts where it is set.
     *
     * @return list<Change<covariant mixed>>
     */
    private static function changes(SettingScopes $scopes, SettingScope $at, ?Lettering $lettering): array
    {
        $changes = [];
        foreach ($scopes->all as $scope) {
            if ($scope->key === $at->key) {
                $changes[] = $scope->lettered($lettering);
                break;
            }
            if (null !== $scope->lettering && null !== $lettering) {
                $changes[] = $scope->lettered(null);
            }
        }

        return $changes;
    }

    private function room(Batch $batch, PlannedPlacement $placed, string $for, ?string $told = null, bool $isFault = false): Response
    {
        return $this->render(
            'lettering/lettering.html.twig',
            $this->view($batch, $placed, $for) + ['told' => $told, 'isFault' => $isFault],
            new Response(status: $isFault ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK),
        );
    }

    /** @return array<string, mixed> */
    private function view(Batch $batch, PlannedPlacement $placed, string $for): array
    {
        $artworks = $this->sheet->artworks($batch);

        return [
            'batch' => $batch,
            'placed' => $placed,
            'view' => LetteringView::of($placed, $this->recipes, $for),
            'products' => $this->sheet->products($batch),
            'faces' => $this->faces->all(),
            'others' => array_map(
                fn (BatchArtwork $one): PlannedPlacement => $this->sheet->place($one, $placed->product),
                \array_slice($artworks, 0, self::SHOWN),
            ),
            'count' => \count($artworks),
        ];
    }
}
