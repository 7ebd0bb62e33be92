<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Shop\PlacedArtwork;

/**
 * The geometry that the framing room draws: everything in pixels of the upright picture. The page moves the crop by the
 * same numbers; where it ends up, the planner says.
 */
final readonly class Bench
{
    private function __construct(
        public PixelSize $picture,
        public PixelWindow $crop,
        /** The largest window of the proportion, at zoom 1. */
        public float $fullWidth,
        public float $fullHeight,
        /** @var array{x: float, y: float, width: float, height: float} inside the crop's corner: where the product is cut */
        public array $trim,
        /** @var ?array{x: float, y: float, width: float, height: float} */
        public ?array $safe,
        public float $zoom,
        /** Pixels of the picture for an inch of the print. */
        public float $pixelsPerInch,
    ) {
    }

    public static function of(PlacedArtwork $placed): self
    {
        $placement = $placed->placement;
        $product = $placement->product;
        $area = $product->printArea();
        $picture = $placement->artwork->size;
        $crop = $placement->crop;
        $full = self::largest($picture, $area->ratio());
        $perTickX = $crop->width / $area->width->ticks;
        $perTickY = $crop->height / $area->height->ticks;
        $inside = static fn (Length $left, Length $top, Length $right, Length $bottom): array => [
            'x' => $left->ticks * $perTickX,
            'y' => $top->ticks * $perTickY,
            'width' => ($area->width->ticks - $left->ticks - $right->ticks) * $perTickX,
            'height' => ($area->height->ticks - $top->ticks - $bottom->ticks) * $perTickY,
        ];
        $bleed = $product->bleed;
        $margin = $product->safeMargin;

        return new self(
            $picture,
            $crop,
            $full[0],
            $full[1],
            $inside($bleed->left, $bleed->top, $bleed->right, $bleed->bottom),
            null === $margin || $margin->isZero() ? null : $inside($bleed->left->plus($margin), $bleed->top->plus($margin), $bleed->right->plus($margin), $bleed->bottom->plus($margin)),
            $placed->framing?->wishes()->framing->zoom ?? 1.0,
            $crop->width / $area->width->inInches(),
        );
    }

    /** @return array{float, float} */
    private static function largest(PixelSize $picture, float $ratio): array
    {
        return $picture->width >= $picture->height * $ratio ? [$picture->height * $ratio, (float) $picture->height] : [(float) $picture->width, $picture->width / $ratio];
    }
}
