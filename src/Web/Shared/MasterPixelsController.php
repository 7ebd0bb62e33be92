<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A part of an artwork at its own pixels, upright: where a small copy of all of it is too coarse. */
final class MasterPixelsController extends AbstractController
{
    #[Route('/artworks/{artwork<\d+>}/pixels.png', name: 'own_pixels', methods: ['GET'])]
    public function show(BatchArtwork $artwork, Request $request, OwnPixels $pixels): Response
    {
        if (IntakeState::Read !== $artwork->state()) {
            throw $this->createNotFoundException();
        }

        return $pixels->answer($artwork, $artwork->edits(), $artwork->facts()->size, $request);
    }
}
