<?php

declare(strict_types=1);

namespace Snugfit\Web\Trace;

use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\Failure;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\OutlineFormat;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Undo\RepairChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Repair\ChosenPictures;
use Snugfit\Web\Repair\RepairStrip;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Intake\ArtworkImporter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Trace: one picture and its outlines, over or beside each other, and what they are made with. */
#[Route('/batches/{batch<\d+>}/trace/{artwork<\d+>}')]
final class TraceController extends AbstractController
{
    private const LARGEST = 20_000;

    public function __construct(
        private readonly UndoHistory $history,
        private readonly ArtworkImporter $importer,
        private readonly TracedArtwork $traced,
    ) {
    }

    #[Route('', name: 'trace', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);

        return $this->render('trace/trace.html.twig', [
            'batch' => $batch,
            'artwork' => $artwork,
            'artworks' => self::worstFirst(RepairStrip::of($batch, $artwork)->artworks),
        ]);
    }

    /** Figures, colours and settings; waits until outlines are found. */
    #[Route('/docket', name: 'trace_docket', methods: ['GET'])]
    public function docket(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);
        try {
            $facts = $this->traced->facts($artwork);
        } catch (PixelJobFailed $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }

        return $this->render('trace/_docket.html.twig', $facts + [
            'batch' => $batch,
            'artwork' => $artwork,
            'tracing' => TracedArtwork::tracing($artwork) ?? new Tracing(),
            'isUsed' => null !== $artwork->edits()->tracing(),
            'version' => TracedArtwork::version($artwork),
        ]);
    }

    /** How far the outlines are that another request waits for. */
    #[Route('/progress', name: 'trace_progress', methods: ['GET'])]
    public function progress(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);
        $share = $this->traced->share($artwork);

        return new Response(null === $share ? '' : \sprintf('%.2F', $share), headers: ['Content-Type' => 'text/plain']);
    }

    /** Who waits for them is told that they were stopped. */
    #[Route('/stop', name: 'trace_stop', methods: ['POST'])]
    public function stop(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);

        return new Response(status: $this->traced->stop($artwork) ? Response::HTTP_ACCEPTED : Response::HTTP_NO_CONTENT);
    }

    #[Route('', name: 'trace_act', methods: ['POST'])]
    public function act(Batch $batch, BatchArtwork $artwork, #[MapRequestPayload] TraceFields $sent): Response
    {
        $this->mustHavePixels($artwork);
        try {
            [$edits, $what] = $sent->into($artwork->edits());
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $this->history->apply($batch, \sprintf('%s of "%s"', $what, $artwork->title()), RepairChange::of($artwork, $edits));
        $this->importer->orderPrepared($artwork);

        return $this->docket($batch, $artwork);
    }

    /** The same settings, and outlines taken, for others: changes by hand are this picture's own. */
    #[Route('/same', name: 'trace_same', methods: ['POST'])]
    public function same(
        Batch $batch,
        BatchArtwork $artwork,
        #[MapRequestPayload] ChosenPictures $chosen = new ChosenPictures(),
    ): Response {
        $settings = (TracedArtwork::tracing($artwork) ?? new Tracing())->settings;
        $others = array_values(array_filter(
            RepairStrip::of($batch, $artwork)->artworks,
            static fn (BatchArtwork $one): bool => $one !== $artwork && \in_array($one->id(), $chosen->ids, true)
                && !$one->masterFacts()->format->isVector(),
        ));
        if ([] !== $others) {
            $this->history->apply(
                $batch,
                \sprintf('Took outlines of %d more as of "%s"', \count($others), $artwork->title()),
                ...array_map(
                    static fn (BatchArtwork $one): RepairChange => RepairChange::of(
                        $one,
                        $one->edits()->tracedBy(new Tracing($settings)),
                    ),
                    $others,
                ),
            );
            $this->importer->orderPrepared(...$others);
        }

        return $this->docket($batch, $artwork);
    }

    #[Route('/outlines.svg', name: 'trace_drawing', methods: ['GET'])]
    public function drawing(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);

        return $this->answer(fn (): string => $this->traced->file($artwork, OutlineFormat::Svg), OutlineFormat::Svg);
    }

    #[Route('/difference.png', name: 'trace_difference', methods: ['GET'])]
    public function difference(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustHavePixels($artwork);

        return $this->answer(fn (): string => $this->traced->difference($artwork), OutlineFormat::Png);
    }

    /** To take away. */
    #[Route('/take.{format}', name: 'trace_take', requirements: ['format' => 'svg|pdf|eps|png'], methods: ['GET'])]
    public function take(Batch $batch, BatchArtwork $artwork, OutlineFormat $format, #[MapQueryParameter] ?int $side = null): Response
    {
        $this->mustHavePixels($artwork);
        $side = OutlineFormat::Png === $format ? $side : null;
        if (null !== $side && ($side < 1 || $side > self::LARGEST)) {
            throw new UnprocessableEntityHttpException(\sprintf('A PNG has 1 to %s px on its long side.', number_format(self::LARGEST)));
        }
        $name = SafeName::of($artwork->title()).'.'.$format->value;

        return $this->answer(fn (): string => $this->traced->file($artwork, $format, $side), $format, $name);
    }

    /** @param \Closure(): string $path */
    private function answer(\Closure $path, OutlineFormat $format, ?string $name = null): Response
    {
        try {
            $response = new BinaryFileResponse(
                $path(),
                headers: ['Content-Type' => $format->mimeType(), 'Cache-Control' => 'private, max-age=3600'],
                public: false,
            );
        } catch (PixelJobFailed $e) {
            return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY, ['Content-Type' => 'text/plain; charset=utf-8']);
        }

        return null === $name
            ? $response
            : $response->setContentDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, $name, 'outlines.'.$format->value);
    }

    /**
     * @param list<BatchArtwork> $artworks
     *
     * @return list<BatchArtwork> those that have pixels; of those that became outlines the ones that are farthest off first
     */
    private static function worstFirst(array $artworks): array
    {
        $off = static fn (BatchArtwork $one): float => $one->prepared()?->trace->meanOff ?? -1.0;
        $with = array_filter($artworks, static fn (BatchArtwork $one): bool => !$one->masterFacts()->format->isVector());
        usort($with, static fn (BatchArtwork $one, BatchArtwork $other): int => $off($other) <=> $off($one));

        return $with;
    }

    private function mustHavePixels(BatchArtwork $artwork): void
    {
        if (!$artwork->wasMasterRead() || $artwork->masterFacts()->format->isVector()) {
            throw $this->createNotFoundException('This picture could not be read, or is made of lines already.');
        }
    }
}
