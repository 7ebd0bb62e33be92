<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A part of an artwork at its own pixels, upright: where a small copy of all of it is too coarse. */
final class MasterPixelsController extends AbstractController
{
    private const LARGEST = 1600;

    #[Route('/artworks/{artwork<\d+>}/pixels.png', name: 'own_pixels', methods: ['GET'])]
    public function show(BatchArtwork $artwork, Request $request, RenderedImage $pictures, StoredMasters $masters): Response
    {
        if (IntakeState::Read !== $artwork->state()) {
            throw $this->createNotFoundException();
        }
        $size = $artwork->facts()->size;
        $number = static fn (string $name, int $least, int $most): int => max($least, min($most, $request->query->getInt($name)));
        [$x, $y] = [$number('x', 0, $size->width - 1), $number('y', 0, $size->height - 1)];
        $window = new PixelWindow(
            $x,
            $y,
            $number('w', 1, min(self::LARGEST, $size->width - $x)),
            $number('h', 1, min(self::LARGEST, $size->height - $y)),
        );
        $recipe = new Recipe(
            new Frame($size, PixelWindow::whole($size)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size),
            new Write(FileFormat::Png, Ppi::of(300), 8, true),
            repair: $artwork->edits()->effective(),
        );

        return $pictures->answer(
            PatchJob::key($artwork->master(), $recipe, $window),
            static fn (string $target): PatchJob => new PatchJob($masters->of($artwork->master()), $recipe, $window, $target),
        );
    }
}
