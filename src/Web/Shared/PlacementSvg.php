<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Twig\Attribute\AsTwigFunction;

/** How a placement is drawn in SVG: the print as its own coordinates, and the picture's window on it. */
final readonly class PlacementSvg
{
    private function __construct(
        /** The print in the units of $part: pixels of the print file, or of the crop where there is none. */
        public PixelSize $canvas,
        /** Where the picture lies on it. */
        public PixelWindow $part,
        public PixelWindow $crop,
        /** SVG's words that mirror and turn the upright picture. */
        public string $transform,
        /** SVG's words that tilt it round the window's middle. */
        public string $tilt,
        public ?EdgeFill $edgeFill,
        public string $colour,
    ) {
    }

    #[AsTwigFunction('drawing')]
    public static function of(Placement $placement): self
    {
        $layout = $placement->output?->layout;
        $crop = $placement->crop;

        return new self(
            null === $layout ? $crop->size() : $placement->output->size,
            null === $layout ? PixelWindow::whole($crop->size()) : $layout->part,
            $crop,
            self::transform($placement->transform, $placement->artwork->size),
            0.0 === $placement->transform->tilt
                ? ''
                : \sprintf('rotate(%s %s %s)', $placement->transform->tilt, $crop->centreX(), $crop->centreY()),
            $layout?->edgeFill,
            $layout->colour ?? 'ffffff',
        );
    }

    /** Mirrored first, then turned, from the upright picture to the posed one. */
    public static function transform(ImageTransform $transform, PixelSize $upright): string
    {
        $turn = match ($transform->turn) {
            QuarterTurn::None => '',
            QuarterTurn::Right => \sprintf('translate(%d 0) rotate(90) ', $upright->height),
            QuarterTurn::Half => \sprintf('translate(%d %d) rotate(180) ', $upright->width, $upright->height),
            QuarterTurn::Left => \sprintf('translate(0 %d) rotate(270) ', $upright->width),
        };

        return trim($turn.($transform->flip ? \sprintf('translate(%d 0) scale(-1 1)', $upright->width) : ''));
    }
}
