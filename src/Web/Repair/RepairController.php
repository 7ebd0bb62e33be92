<?php

declare(strict_types=1);

namespace Snugfit\Web\Repair;

use Snugfit\Core\Failure;
use Snugfit\Core\Product\Fabric;
use Snugfit\Core\Repair\EditList;
use Snugfit\Pixels\Job\FindSpecksJob;
use Snugfit\Pixels\Job\RepairPreviewJob;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Undo\DismissedWarningsChange;
use Snugfit\Shop\Undo\RepairChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\OwnPixels;
use Snugfit\Web\Shared\RenderedImage;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Intake\ArtworkImporter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Repair: one picture, large, with its list of edits, and the batch as a strip below. */
#[Route('/batches/{batch<\d+>}/repair/{artwork<\d+>}')]
final class RepairController extends AbstractController
{
    public function __construct(
        private readonly UndoHistory $history,
        private readonly ArtworkImporter $importer,
        private readonly StoredMasters $masters,
        private readonly RenderedImage $pictures,
        private readonly BatchPlanner $planner,
    ) {
    }

    #[Route('', name: 'repair', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustBeReadable($artwork);

        return $this->render('repair/repair.html.twig', $this->view($batch, $artwork));
    }

    /** The work order alone, asked for again while figures are measured. */
    #[Route('/order', name: 'repair_order', methods: ['GET'])]
    public function order(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustBeReadable($artwork);

        return $this->render('repair/_order.html.twig', $this->view($batch, $artwork));
    }

    #[Route('', name: 'repair_act', methods: ['POST'])]
    public function act(Batch $batch, BatchArtwork $artwork, #[MapRequestPayload] RepairFields $sent): Response
    {
        $this->mustBeReadable($artwork);
        try {
            [$edits, $what] = $sent->into($artwork->edits());
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $this->history->apply($batch, \sprintf('%s in "%s"', $what, $artwork->title()), RepairChange::of($artwork, $edits));
        $this->importer->orderPrepared($artwork);

        return $this->order($batch, $artwork);
    }

    /** Cut-out, margins and tone become the others' too, without the marks, which are this picture's own. */
    #[Route('/same', name: 'repair_same', methods: ['POST'])]
    public function same(
        Batch $batch,
        BatchArtwork $artwork,
        #[MapRequestPayload] ChosenPictures $chosen = new ChosenPictures(),
    ): Response {
        $others = RepairStrip::of($batch, $artwork)->others($chosen->ids);
        $changes = array_map(
            static fn (BatchArtwork $one): RepairChange => RepairChange::of($one, SameEdits::of($artwork->edits(), $one->edits())),
            $others,
        );
        if ([] === $changes) {
            return $this->order($batch, $artwork);
        }
        $this->history->apply($batch, \sprintf('Did the same as in "%s" to %d more', $artwork->title(), \count($others)), ...$changes);
        $this->importer->orderPrepared(...$others);

        return $this->order($batch, $artwork);
    }

    /** A cut-out that was in doubt is found right. */
    #[Route('/right', name: 'repair_right', methods: ['POST'])]
    public function right(Batch $batch, BatchArtwork $artwork): Response
    {
        $this->mustBeReadable($artwork);
        if ($artwork->isInDoubt()) {
            $change = DismissedWarningsChange::of($artwork, [...$artwork->dismissed(), $artwork->doubtCode()]);
            $this->history->apply($batch, \sprintf('Found "%s" cut out right', $artwork->title()), $change);
        }

        return $this->order($batch, $artwork);
    }

    /** What the edits make of the picture, without its margins being cut, for the stage, or quickly; or the master as it came. */
    #[Route('/picture.png', name: 'repair_picture', methods: ['GET'])]
    public function picture(
        Batch $batch,
        BatchArtwork $artwork,
        #[MapQueryParameter] bool $plain = false,
        #[MapQueryParameter] bool $quick = false,
    ): Response {
        $edits = $plain ? new EditList() : $artwork->edits()->untraced()->untrimmed();

        return $this->pictures->answer(
            RepairPreviewJob::key($artwork->master(), $edits, $quick),
            fn (string $target): RepairPreviewJob => new RepairPreviewJob($this->masters->of($artwork->master()), $edits, $target, $quick),
        );
    }

    /** Small lonely spots of the master, as a proposal to retouch: strokes of dabs. */
    #[Route('/specks', name: 'repair_specks', methods: ['GET'])]
    public function specks(Batch $batch, BatchArtwork $artwork, PixelProcessPool $processes): Response
    {
        $this->mustBeReadable($artwork);
        try {
            return new JsonResponse($processes->start(new FindSpecksJob($this->masters->of($artwork->master())))->facts()->toArray());
        } catch (PixelJobFailed $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }
    }

    /** A part of it at its own pixels. */
    #[Route('/pixels.png', name: 'repair_pixels', methods: ['GET'])]
    public function pixels(Batch $batch, BatchArtwork $artwork, Request $request, OwnPixels $pixels): Response
    {
        $this->mustBeReadable($artwork);

        return $pixels->answer($artwork, $artwork->edits()->untraced()->untrimmed(), $artwork->untrimmedSize(), $request);
    }

    /** @return array{batch: Batch, artwork: BatchArtwork, strip: RepairStrip, fabrics: list<Fabric>} */
    private function view(Batch $batch, BatchArtwork $artwork): array
    {
        return [
            'batch' => $batch,
            'artwork' => $artwork,
            'strip' => RepairStrip::of($batch, $artwork),
            'fabrics' => Fabric::ofProducts($this->planner->products($batch)),
        ];
    }

    private function mustBeReadable(BatchArtwork $artwork): void
    {
        if (!$artwork->wasMasterRead()) {
            throw $this->createNotFoundException('This picture could not be read, or not yet.');
        }
    }
}
