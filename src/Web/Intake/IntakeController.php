<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\PrintFileOrigins;
use Snugfit\Shop\Undo\DismissedWarningsChange;
use Snugfit\Shop\Undo\KindChange;
use Snugfit\Shop\Undo\RemovalChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Intake\PageImporter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Intake: files arrive, and each is shown with its facts and warnings. */
final class IntakeController extends AbstractController
{
    /** Artworks on a page. */
    private const PAGE = 100;

    public function __construct(private readonly PrintFileOrigins $origins)
    {
    }

    #[Route('/batches/{batch<\d+>}/intake', name: 'intake', methods: ['GET'])]
    public function show(Batch $batch, #[MapQueryParameter] int $page = 1): Response
    {
        return $this->render('intake/intake.html.twig', ['batch' => $batch] + $this->list($batch, $page));
    }

    /** The list alone, asked for again while files are read. */
    #[Route('/batches/{batch<\d+>}/intake/list', name: 'intake_list', methods: ['GET'])]
    public function listOnly(Batch $batch, #[MapQueryParameter] int $page = 1): Response
    {
        return $this->render('intake/_list.html.twig', ['batch' => $batch] + $this->list($batch, $page));
    }

    #[Route('/batches/{batch<\d+>}/artworks/kind', name: 'artworks_kind', methods: ['POST'])]
    public function kind(Batch $batch, #[MapRequestPayload] KindFields $sent, UndoHistory $history): Response
    {
        $kind = $sent->kind();
        $chosen = $this->chosen($batch, $sent->ids);
        $what = \sprintf('Made %s %s', self::called($chosen), $kind?->label() ?? 'what it was guessed as');
        $history->apply($batch, $what, ...array_map(static fn (BatchArtwork $one): KindChange => KindChange::of($one, $kind), $chosen));

        return $this->redirectToRoute('intake_list', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** A warning was read and dealt with. */
    #[Route('/batches/{batch<\d+>}/artworks/{artwork<\d+>}/dismiss', name: 'artwork_dismiss', methods: ['POST'])]
    public function dismiss(Batch $batch, BatchArtwork $artwork, #[MapRequestPayload] WarningCode $sent, UndoHistory $history): Response
    {
        $change = DismissedWarningsChange::of($artwork, [...$artwork->dismissed(), $sent->code]);
        $history->apply($batch, \sprintf('Dismissed a warning of "%s"', $artwork->title()), $change);

        return $this->redirectToRoute('intake_list', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** Files that came to nothing are read once more: what stood in the way may be gone. */
    #[Route('/batches/{batch<\d+>}/artworks/read', name: 'artworks_read', methods: ['POST'])]
    public function readAgain(Batch $batch, #[MapRequestPayload] ArtworkIds $sent, ArtworkImporter $importer): Response
    {
        foreach ($this->chosen($batch, $sent->ids) as $artwork) {
            if (IntakeState::Unreadable === $artwork->state()) {
                $importer->readAgain($artwork);
            }
        }

        return $this->redirectToRoute('intake_list', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** A print file that was given as a master makes way for the master that it was made of. */
    #[Route('/batches/{batch<\d+>}/artworks/{artwork<\d+>}/origin', name: 'artwork_origin', methods: ['POST'])]
    public function origin(Batch $batch, BatchArtwork $artwork): Response
    {
        $file = $this->origins->among([$artwork])[$artwork->id()] ?? throw $this->createNotFoundException();
        $this->origins->bringMaster($batch, $artwork, $file);

        return $this->redirectToRoute('intake_list', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /** One further page of a file of many becomes an artwork; the page asks again until none is missing. */
    #[Route('/batches/{batch<\d+>}/artworks/{artwork<\d+>}/page', name: 'artwork_page', methods: ['POST'])]
    public function page(Batch $batch, BatchArtwork $artwork, PageImporter $pages): Response
    {
        $missing = $artwork->wasMasterRead() ? PageImporter::missing($artwork) : [];
        try {
            [] === $missing || $pages->take($artwork, $missing[0]);
        } catch (PixelJobFailed $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }

        return new JsonResponse(['page' => $missing[0] ?? null, 'missing' => max(0, \count($missing) - 1)]);
    }

    /** Takes artworks out of the batch; they can be taken back, and their masters stay. */
    #[Route('/batches/{batch<\d+>}/artworks/remove', name: 'artworks_remove', methods: ['POST'])]
    public function remove(Batch $batch, #[MapRequestPayload] ArtworkIds $sent, UndoHistory $history): Response
    {
        $chosen = $this->chosen($batch, $sent->ids);
        $changes = array_map(static fn (BatchArtwork $one): RemovalChange => RemovalChange::of($one, true), $chosen);
        $history->apply($batch, 'Removed '.self::called($chosen), ...$changes);

        return $this->redirectToRoute('intake_list', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    /**
     * @param list<int> $ids
     *
     * @return non-empty-list<BatchArtwork>
     */
    private function chosen(Batch $batch, array $ids): array
    {
        $chosen = array_values(array_filter($batch->artworks(), static fn (BatchArtwork $one): bool => \in_array($one->id(), $ids, true)));

        // All that was meant, or nothing: what one does not see changed must not be changed.
        return [] !== $chosen && \count($chosen) === \count(array_unique($ids)) ? $chosen : throw $this->createNotFoundException();
    }

    /** @param non-empty-list<BatchArtwork> $artworks */
    private static function called(array $artworks): string
    {
        return 1 === \count($artworks) ? \sprintf('"%s"', $artworks[0]->title()) : \sprintf('%d artworks', \count($artworks));
    }

    #[Route('/artworks/{artwork<\d+>}/preview-{side<320|1600>}.webp', name: 'preview', methods: ['GET'])]
    public function preview(BatchArtwork $artwork, int $side, FileStore $store): Response
    {
        $key = $artwork->previewKey($side);
        if (IntakeState::Read !== $artwork->state() || !$store->has($key)) {
            throw $this->createNotFoundException();
        }
        $response = new BinaryFileResponse($store->path($key), headers: ['Content-Type' => 'image/webp'], public: false);
        // Named by the content of its master, which never changes.
        $response->headers->set('Cache-Control', 'private, max-age=604800, immutable');

        return $response;
    }

    /**
     * @param list<BatchArtwork> $artworks
     *
     * @return array<int, int> by the artwork's number, how many pages of its file are not in the batch
     */
    private static function missingPages(array $artworks): array
    {
        $missing = [];
        foreach ($artworks as $artwork) {
            if ($artwork->wasMasterRead() && $artwork->masterFacts()->pages > 1) {
                $missing[$artwork->id()] = \count(PageImporter::missing($artwork));
            }
        }

        return $missing;
    }

    /**
     * @return array{artworks: list<BatchArtwork>, count: int, page: int, pages: int, duplicates: array<int, BatchArtwork>,
     *     unreadable: list<int>, missing: array<int, int>, alike: array<int, NearDuplicates>, origins: array<int, PrintFile>,
     *     reading: bool, sides: array{small: int, large: int}}
     */
    private function list(Batch $batch, int $page): array
    {
        $artworks = $batch->artworks();
        $first = [];
        $duplicates = [];
        // The one that came first is the original, wherever it stands in the list.
        $byArrival = $artworks;
        usort($byArrival, static fn (BatchArtwork $a, BatchArtwork $b): int => $a->id() <=> $b->id());
        foreach ($byArrival as $artwork) {
            if (isset($first[$artwork->master()])) {
                $duplicates[$artwork->id()] = $first[$artwork->master()];
            }
            $first[$artwork->master()] ??= $artwork;
        }
        $in = static fn (IntakeState $state): array => array_values(
            array_filter($artworks, static fn (BatchArtwork $artwork): bool => $state === $artwork->state()),
        );
        $pages = max(1, (int) ceil(\count($artworks) / self::PAGE));
        $page = max(1, min($pages, $page));
        $shown = \array_slice($artworks, ($page - 1) * self::PAGE, self::PAGE);

        return [
            'artworks' => $shown,
            'count' => \count($artworks),
            'page' => $page,
            'pages' => $pages,
            'unreadable' => array_map(static fn (BatchArtwork $one): int => $one->id(), $in(IntakeState::Unreadable)),
            'duplicates' => $duplicates,
            'alike' => NearDuplicates::among($byArrival, $duplicates),
            'origins' => $this->origins->among($shown),
            'reading' => [] !== $in(IntakeState::Reading),
            'missing' => self::missingPages($shown),
            'sides' => ['small' => ArtworkImporter::THUMBNAIL, 'large' => ArtworkImporter::SCREEN],
        ];
    }
}
