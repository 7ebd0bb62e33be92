<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Pixels\Job\PyramidJob;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Web\Shared\RenderedImage;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Run\DurationEstimator;
use Snugfit\Work\Run\PrintPyramids;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The large view: whole results of two or three ways, side by side or one over the other. Their own pixels are made as one
 * goes; a whole result, which is there at every scale, is made once and kept.
 */
#[Route('/batches/{batch<\d+>}/strip/{artwork<\d+>}/{product}/large')]
final class LargeController extends AbstractController
{
    private const MOST = 3;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly StripPlan $plan,
        private readonly PrintPyramids $wholes,
        private readonly StoredMasters $masters,
    ) {
    }

    #[Route('', name: 'strip_large', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Product $product, Request $request, DurationEstimator $durations): Response
    {
        $placed = $this->sheet->place($artwork, $product);
        $current = $this->plan->current($placed);
        $recipe = $this->plan->recipe($placed, $current);
        if (null === $recipe || $placed->placement->artwork->isVector) {
            return $this->redirectToRoute('strip', ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => $product->code]);
        }
        $columns = [];
        foreach ($this->codes($request, $current) as $code) {
            $one = $this->plan->picture($placed, $code);
            if (null !== $one) {
                $columns[] = [
                    'code' => $code,
                    'isWhole' => $this->wholes->isThere($one->file, $one->recipe),
                    'seconds' => $this->wholes->expectedSeconds($one->file, $one->recipe),
                ];
            }
        }
        $to = $recipe->enlarge->to;
        $at = $this->place($request, $recipe);

        return $this->render('test-strip/large.html.twig', [
            'batch' => $batch,
            'placed' => $placed,
            'columns' => $columns,
            'ways' => StripPlan::ways(),
            'size' => $to,
            'at' => $at,
            'tile' => PyramidJob::TILE,
            'isOver' => '' !== $request->query->getString('over'),
            'scale' => $this->figure($request, 'scale', 1 / 64, 8.0, 1.0),
            'reference' => $artwork->comparedTo(),
            'used' => $current->code(),
            'enlargement' => $recipe->enlarge->planFor($recipe->frame->crop->size())->enlargement,
        ]);
    }

    /** A tile at one scale, X across and Y down. Those at the print's own pixels are made when they are looked at, if need be. */
    #[Route('/{level<\d+>}/{x<\d+>}_{y<\d+>}.png', name: 'strip_tile', methods: ['GET'])]
    public function tile(
        Batch $batch,
        BatchArtwork $artwork,
        Product $product,
        int $level,
        int $x,
        int $y,
        Request $request,
        RenderedImage $pictures,
    ): Response {
        $shown =
            $this->plan->picture($this->sheet->place($artwork, $product), $request->query->getString('way')) ??
            throw $this->createNotFoundException();
        $file = $this->wholes->tile($shown->file, $shown->recipe, $level, $x, $y);
        if (null !== $file) {
            return new BinaryFileResponse(
                $file,
                headers: ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=3600'],
                public: false,
            );
        }
        $to = $shown->recipe->enlarge->to;
        $window = self::window($to, $x, $y);
        if ($level !== PrintPyramids::levels($to) || null === $window) {
            throw $this->createNotFoundException();
        }

        return $pictures->answer(
            PatchJob::key($shown->file, $shown->recipe, $window),
            fn (string $target): PatchJob => new PatchJob($this->masters->of($shown->file), $shown->recipe, $window, $target),
        );
    }

    /** Makes a way's whole result; tells how far it is, a line each time, and stops when the page is left. */
    #[Route('/whole', name: 'strip_whole', methods: ['POST'])]
    public function whole(Batch $batch, BatchArtwork $artwork, Product $product, Request $request): Response
    {
        $shown =
            $this->plan->picture($this->sheet->place($artwork, $product), $request->request->getString('way')) ??
            throw $this->createNotFoundException();
        $wholes = $this->wholes;

        return new StreamedResponse(
            static function () use ($wholes, $shown): void {
                // The child is ended here, not with this request.
                ignore_user_abort(true);
                foreach ($wholes->make($shown->file, $shown->recipe) as $state) {
                    echo json_encode($state, \JSON_THROW_ON_ERROR), "\n";
                    if (ob_get_level() > 0) {
                        ob_flush();
                    }
                    flush();
                    if (0 !== connection_aborted()) {
                        return;
                    }
                }
            },
            200,
            ['Content-Type' => 'application/x-ndjson', 'X-Accel-Buffering' => 'no'],
        );
    }

    /** @return list<string> */
    private function codes(Request $request, UpscaleSettings $current): array
    {
        $codes = [];
        foreach (explode(',', $request->query->getString('ways')) as $code) {
            if (StripPlan::isColumn($code)) {
                $codes[] = $code;
            }
        }

        return 2 <= \count($codes) ? \array_slice($codes, 0, self::MOST) : [StripPlan::SOURCE, $codes[0] ?? $current->code()];
    }

    /** @return array{float, float} in shares of the print: where the view is centred; a spot of the picture can be named too */
    private function place(Request $request, Recipe $recipe): array
    {
        $to = $recipe->enlarge->to;
        $region = $request->query->has('x')
            ? StripRegions::window(
                $recipe,
                $this->figure($request, 'x', 0, 1, 0.5),
                $this->figure($request, 'y', 0, 1, 0.5),
                new PixelSize(1, 1),
            )
            : null;

        return null === $region
            ? [$this->figure($request, 'right', 0, 1, 0.5), $this->figure($request, 'down', 0, 1, 0.5)]
            : [$region->x / $to->width, $region->y / $to->height];
    }

    private function figure(Request $request, string $name, float $least, float $most, float $otherwise): float
    {
        $given = $request->query->getString($name);

        return is_numeric($given) ? max($least, min($most, (float) $given)) : $otherwise;
    }

    private static function window(PixelSize $to, int $x, int $y): ?PixelWindow
    {
        [$left, $top] = [$x * PyramidJob::TILE, $y * PyramidJob::TILE];

        return $left < $to->width && $top < $to->height
            ? new PixelWindow($left, $top, min(PyramidJob::TILE, $to->width - $left), min(PyramidJob::TILE, $to->height - $top))
            : null;
    }
}
