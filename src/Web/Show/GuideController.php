<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\Failure;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\FrameRule;
use Snugfit\Core\Scene\GuidePlan;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\PictureTones;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Job\GuideJob;
use Snugfit\Pixels\Job\GuidePrint;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Web\Shared\FigureFormatter;
use Snugfit\Web\Shared\RenderedImage;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The size guide: what a picture is offered as, on one wall, true to scale, each with its name. */
#[Route('/batches/{batch<\d+>}/guide/{artwork<\d+>}')]
final class GuideController extends AbstractController
{
    /** The wall that is long enough for many. */
    private const WALL = 'long';

    private const STAGE = 1400;

    public function __construct(
        private readonly GuidePrints $prints,
        private readonly SceneShelf $scenes,
        private readonly RenderedImage $pictures,
        private readonly FigureFormatter $figures,
    ) {
    }

    #[Route('', name: 'guide', methods: ['GET'])]
    public function show(Batch $batch, BatchArtwork $artwork, Request $request): Response
    {
        $offered = $this->prints->offered($batch, $artwork);
        $chosen = $this->chosen($offered, $request);

        return $this->render('show/guide.html.twig', [
            'batch' => $batch,
            'artwork' => $artwork,
            'offered' => $offered,
            'chosen' => array_map(static fn (PlannedPlacement $one): string => $one->product->code, $chosen),
            'isPair' => 'pair' === $request->query->getString('what'),
            'hasFrames' => '1' === $request->query->getString('framed'),
            'stage' => self::STAGE,
            'version' => substr(hash('sha256', serialize($this->keyOf($chosen))), 0, 12),
        ]);
    }

    #[Route('/guide.jpg', name: 'guide_picture', methods: ['GET'])]
    public function picture(Batch $batch, BatchArtwork $artwork, Request $request): Response
    {
        $chosen = $this->chosen($this->prints->offered($batch, $artwork), $request);
        if ([] === $chosen) {
            throw new UnprocessableEntityHttpException('There is no print of this picture that hangs on a wall.');
        }
        try {
            $size = new PreviewSize($request->query->getInt('width', self::STAGE));
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }
        $wall = $this->wall();
        $look = self::look($request);
        $prints = $this->prints->jobs($chosen, $this->figures->printSize(...));
        $all = array_map(static fn (GuidePrint $one): array => $one->toArray(), $prints);
        $shown = [$wall->version(), $look->toArray(), $size->width, $all];
        $key = \sprintf('patches/guide-%s.jpg', hash('sha256', json_encode($shown, \JSON_THROW_ON_ERROR)));
        $answer = $this->pictures->answer(
            $key,
            static fn (string $target): GuideJob => new GuideJob($prints, $wall->path, $look, $size, $target),
            'image/jpeg',
        );
        if ($answer->isOk() && $request->query->has('download')) {
            $name = SafeName::of($artwork->title().'-sizes').'.jpg';
            $answer->headers->set('Content-Disposition', HeaderUtils::makeDisposition(
                HeaderUtils::DISPOSITION_ATTACHMENT,
                $name,
                'size-guide.jpg',
            ));
        }

        return $answer;
    }

    /**
     * Those that a person asked for; else the pair, or as many as there is room for, the smallest first.
     *
     * @param list<PlannedPlacement> $offered
     *
     * @return list<PlannedPlacement>
     */
    private function chosen(array $offered, Request $request): array
    {
        if ('pair' === $request->query->getString('what')) {
            return GuidePrints::pair($offered);
        }
        $codes = array_filter(explode(',', $request->query->getString('sizes')));
        if ([] !== $codes) {
            return array_values(array_filter(
                $offered,
                static fn (PlannedPlacement $one): bool => \in_array($one->product->code, $codes, true),
            ));
        }
        $room = $this->wall()->scene->surfaces[0]->area();
        $look = self::look($request);
        while ([] !== $offered) {
            try {
                GuidePlan::of(array_map(static fn (PlannedPlacement $one): PrintSize => self::outer($one, $look), $offered), $room);
                break;
            } catch (Failure) {
                array_pop($offered);
            }
        }

        return $offered;
    }

    private static function look(Request $request): SceneLook
    {
        return new SceneLook('1' === $request->query->getString('framed') ? FrameChoice::Black : FrameChoice::None, glass: false);
    }

    /** With its frame; its mat goes by its size alone. */
    private static function outer(PlannedPlacement $one, SceneLook $look): PrintSize
    {
        $body = PrintBody::of($one->placement->product);

        return Hanging::of($body, $look, FrameRule::for(new PictureTones(50, 0, 0, 50), $body))->outer();
    }

    private function wall(): SceneFolder
    {
        return $this->scenes->of(self::WALL);
    }

    /**
     * @param list<PlannedPlacement> $chosen
     *
     * @return list<string>
     */
    private function keyOf(array $chosen): array
    {
        return [] === $chosen ? [] : array_map(
            static fn (GuidePrint $one): string => $one->recipe->hash(),
            $this->prints->jobs($chosen, static fn (): string => ''),
        );
    }
}
