<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\Failure;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\Refusal;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\FrameRule;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\PictureTones;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Job\PictureTonesJob;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Scene\KeptPrint;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneRenderer;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Web\Shared\RenderedImage;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Preview\PreviewScheduler;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Show: a print in scenes, true to scale, and which of them are made for the batch. */
#[Route('/batches/{batch<\d+>}/show/{artwork<\d+>}/{product}')]
final class ShowController extends AbstractController
{
    /** Pixels across of the stage, and of a scene on the rail, as they are asked for. */
    private const STAGE = 1400;
    private const RAIL = 360;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly ProductionPlanner $production,
        private readonly UndoHistory $history,
        private readonly StoredMasters $masters,
        private readonly RenderedImage $pictures,
        private readonly SceneChoices $scenes,
        private readonly PrintPreviewRepository $previews,
        private readonly DeliveryStore $deliveries,
        private readonly FileStore $store,
    ) {
    }

    #[Route('', name: 'show', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $view = $this->view($batch, $placed, $request);

        return $this->render($request->query->has('part') ? 'show/_scene.html.twig' : 'show/show.html.twig', $view + [
            'products' => $this->sheet->products($batch),
            'artworks' => $this->sheet->artworks($batch),
        ]);
    }

    #[Route('', name: 'show_act', methods: ['POST'])]
    public function act(
        Batch $batch,
        BatchArtwork $artwork,
        Product $product,
        Request $request,
        #[MapRequestPayload] ShowFields $sent,
    ): Response {
        $placed = $this->sheet->place($artwork, $product);
        $state = $this->state($batch, $placed, $request);
        $here = $state->scene ?? throw new UnprocessableEntityHttpException('Choose a scene first.');
        $scene = $this->scene($here);
        $rail = $batch->settings()->rail;
        $hung = static fn (Product $one): HungScene => new HungScene($here, $one->code, $state->look);
        try {
            [$after, $what] = match ($sent->act) {
                'hang' => [$rail->hang($hung($product)), \sprintf('Hung "%s" for %s', $scene->scene->name, $product->name)],
                'hang-all' => [
                    $rail->hang(...array_map($hung, $this->suited($batch, $artwork, $scene))),
                    \sprintf('Hung "%s" for all that it suits', $scene->scene->name),
                ],
                'take-down' => [
                    $rail->takeDown($here, $product->code),
                    \sprintf('Took down "%s" for %s', $scene->scene->name, $product->name),
                ],
                'take-down-all' => [$rail->takeDown($here), \sprintf('Took down "%s"', $scene->scene->name)],
                default => [self::written($rail, $sent), 'Set how previews are written'],
            };
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $this->history->apply($batch, $what, BatchSettingsChange::of($batch, $batch->settings()->showing($after)));

        return $this->render('show/_scene.html.twig', $this->view($batch, $placed, $request));
    }

    /** The previews of what is delivered already, without a run. */
    #[Route('/made', name: 'show_make', methods: ['POST'])]
    public function make(Batch $batch, BatchArtwork $artwork, Product $product, PreviewScheduler $previews): Response
    {
        $previews->orderNow($batch);

        return $this->redirectToRoute(
            'show',
            ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product->code],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** The preview, made when it is first looked at. */
    #[Route('/preview.{format}', name: 'show_preview', requirements: ['format' => 'jpg|png|webp'], methods: ['GET'])]
    public function preview(Batch $batch, BatchArtwork $artwork, Product $product, Request $request, PreviewFormat $format): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $folder = $this->scene($request->query->getString('scene'));
        $state = $this->state($batch, $placed, $request);
        $recipe = $this->recipe($placed);
        if ($recipe instanceof Refusal) {
            throw new UnprocessableEntityHttpException($recipe->sentence);
        }
        try {
            $size = new PreviewSize($request->query->getInt('width', self::STAGE));
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $body = PrintBody::of($placed->placement->product);
        $key = PreviewJob::key($artwork->master(), $recipe, $body, $folder->version(), $state->look, $size, $format);
        $master = $this->masters->of($artwork->master());
        $wanted = SceneRenderer::pixelsWanted($folder->scene, $body, $size->width);
        $print = $this->store->path(KeptPrint::key($artwork->master(), $recipe, $state->look->isProof, $wanted));
        $answer = $this->pictures->answer(
            $key,
            static fn (string $target): PreviewJob => new PreviewJob(
                $master,
                $recipe,
                $body,
                $folder->path,
                $state->look,
                $size,
                $format,
                $target,
                print: $print,
            ),
            $format->mimeType(),
            $size->width > self::RAIL ? CpuCount::count() : 1,
        );
        if ($answer->isOk() && $request->query->has('download')) {
            $name = SafeName::of(\sprintf('%s-%s-%s', $artwork->title(), $product->code, $folder->scene->code)).'.'.$format->value;
            $answer->headers->set('Content-Disposition', HeaderUtils::makeDisposition(
                HeaderUtils::DISPOSITION_ATTACHMENT,
                $name,
                'preview.'.$format->value,
            ));
        }

        return $answer;
    }

    /** Which frame, mat and wall go with the picture, and why. */
    #[Route('/suits', name: 'show_suits', methods: ['GET'])]
    public function suits(Batch $batch, BatchArtwork $artwork, Product $product, Request $request, PixelProcessPool $processes): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $state = $this->state($batch, $placed, $request);
        $recipe = $this->recipe($placed);
        if ($recipe instanceof Refusal || null === $state->scene) {
            return new Response();
        }
        try {
            $tones = $processes->start(new PictureTonesJob($this->masters->of($artwork->master()), $recipe))->facts();
        } catch (PixelJobFailed) {
            return new Response();
        }

        return $this->render('show/_suits.html.twig', [
            'batch' => $batch,
            'placed' => $placed,
            'rule' => FrameRule::for(PictureTones::fromRecord($tones), PrintBody::of($placed->placement->product)),
            'query' => SceneQuery::of($state->scene, $state->look),
        ]);
    }

    /** @return array<string, mixed> */
    private function view(Batch $batch, PlannedPlacement $placed, Request $request): array
    {
        $recipe = $this->recipe($placed);
        $state = $this->state($batch, $placed, $request);
        $rail = $batch->settings()->rail;
        $choices = $this->scenes->for($placed->placement->product, $rail);
        $folder = null === $state->scene ? null : $this->scenes->find($state->scene);

        return [
            'batch' => $batch,
            'placed' => $placed,
            'refusal' => $recipe instanceof Refusal ? $recipe->sentence : null,
            'choices' => $choices,
            'without' => $this->scenes->count() - \count($choices),
            'here' => $folder,
            'look' => $state->look,
            'query' => null === $folder ? [] : SceneQuery::of($folder->scene->code, $state->look),
            'rail' => $rail,
            'isHung' => null !== $folder && null !== $rail->find($folder->scene->code, $placed->product->code),
            'alsoSuited' => null === $folder ? 0 : \count($this->suited($batch, $placed->artwork, $folder)),
            'reading' => null === $folder ? null : new SceneReading($folder->scene),
            'made' => $this->previews->countByState($batch),
            'reasons' => $this->previews->reasons($batch),
            'delivered' => \count($this->deliveries->standing($batch)),
            'hasProof' => Profile::Srgb !== $placed->placement->product->colour->profile,
            'stage' => self::STAGE,
            'railWidth' => self::RAIL,
            'version' => $recipe instanceof Recipe ? substr(hash('sha256', $placed->artwork->master().$recipe->hash()), 0, 12) : '',
        ];
    }

    /** What the address says, or the first scene that hangs here, or that suits. */
    private function state(Batch $batch, PlannedPlacement $placed, Request $request): SceneQuery
    {
        $rail = $batch->settings()->rail;
        $look = static fn (?string $scene): ?SceneLook => null === $scene ? null : $rail->find($scene, $placed->product->code)?->look;
        $state = SceneQuery::in($request->query, $look);
        if (null !== $state->scene && null !== $this->scenes->find($state->scene)) {
            return $state;
        }
        $first = $this->scenes->for($placed->placement->product, $rail)[0] ?? null;
        if (null === $first) {
            return $state;
        }
        $request->query->set('scene', $first->folder->scene->code);

        return SceneQuery::in($request->query, $look);
    }

    private function scene(string $code): SceneFolder
    {
        return $this->scenes->find($code) ?? throw $this->createNotFoundException('There is no such scene.');
    }

    private function recipe(PlannedPlacement $placed): Recipe|Refusal
    {
        return $this->production->decide($placed->wanted());
    }

    /** @return list<Product> the batch's products that a scene is proposed for, with this artwork on them */
    private function suited(Batch $batch, BatchArtwork $artwork, SceneFolder $folder): array
    {
        return array_values(array_filter(
            $this->sheet->products($batch),
            fn (Product $one): bool => SceneChoices::suits($folder->scene, $this->sheet->place($artwork, $one)->placement->product),
        ));
    }

    private static function written(Rail $rail, ShowFields $sent): Rail
    {
        return $rail->written(
            new PreviewSize((int) preg_replace('/\D/', '', $sent->width)),
            PreviewFormat::tryFrom($sent->format) ?? $rail->format,
            '' === trim($sent->name) ? Rail::TEMPLATE : $sent->name,
        );
    }
}
