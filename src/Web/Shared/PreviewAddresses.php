<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Entity\BatchArtwork;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** Addresses of artworks' small copies, which change with what is done to them, so that browsers may keep them. */
final readonly class PreviewAddresses
{
    private const DIGITS = 12;

    public function __construct(private UrlGeneratorInterface $addresses)
    {
    }

    #[AsTwigFunction('preview')]
    public function address(BatchArtwork $artwork, int $side): string
    {
        return $this->addresses->generate('preview', [
            'artwork' => $artwork->id(),
            'side' => $side,
            'v' => substr($artwork->pictureHash(), 0, self::DIGITS),
        ]);
    }
}
