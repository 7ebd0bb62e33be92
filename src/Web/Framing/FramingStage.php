<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\FitGeometry;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Web\Shared\PlacementSvg;

/**
 * The geometry that the framing room draws, in pixels of the posed picture. The page moves the window by the same rules;
 * where it ends up, the planner says.
 */
final readonly class FramingStage
{
    private function __construct(private PlannedPlacement $placed)
    {
    }

    public static function of(PlannedPlacement $placed): self
    {
        return new self($placed);
    }

    /** @return array<string, mixed> what the page's own drawing starts from */
    public function toArray(): array
    {
        $placement = $this->placed->placement;
        $framing = $this->placed->effective->framing();
        $geometry = new FitGeometry($placement->product, $framing);
        $transform = $placement->transform;
        $upright = $placement->artwork->size;
        $picture = $transform->size($upright);
        $product = $placement->product;
        $isWhole = $geometry->isWhole();
        $full = (new RotatedCropGeometry($transform->tilt))->largest($picture, $geometry->cropRatio($picture));
        $focus = $placement->artwork->isVector ? null : $this->placed->artwork->facts()->focus;

        return [
            'picture' => [$picture->width, $picture->height],
            'upright' => [$upright->width, $upright->height],
            'pose' => PlacementSvg::transform($transform, $upright),
            'tilt' => $transform->tilt,
            'flip' => $transform->flip,
            'turn' => $transform->turn->value,
            'crop' => $placement->crop->toArray(),
            'full' => $full,
            'zoom' => $framing->position->zoom ?? 1.0,
            'at' => [$framing->position->centreX ?? 0.5, $framing->position->centreY ?? 0.5],
            'sits' => $framing->fitMode->value,
            'paper' => $isWhole ? $this->paperRoundWhole($product) : $this->paperOnCrop($product, $geometry->covered()),
            'colour' => $isWhole ? '#'.$framing->colour : null,
            'edge' => $isWhole ? $framing->edgeFill->value : $framing->bleedSource->edge()?->value,
            'orientation' => $product->orientation()->value,
            'keep' => array_map(static fn (FractionBox $box): array => $transform->box($box)->toList(), $this->placed->artwork->keepBoxes()),
            'keepUpright' => array_map(static fn (FractionBox $box): array => $box->toList(), $this->placed->artwork->keepBoxes()),
            'focus' => null === $focus ? null : $transform->box($focus)->toList(),
        ];
    }

    /**
     * Paper, trim and safe area in shares of the crop's sides, and inches of paper across the crop.
     *
     * @return array<string, mixed>
     */
    private function paperOnCrop(Product $product, PrintSize $covered): array
    {
        $bleed = $product->bleed;
        [$left, $top] = $covered->equals($product->printArea()) ? [0, 0] : [$bleed->left->ticks, $bleed->top->ticks];
        $box = static fn (Length $l, Length $t, Length $r, Length $b): array => [
            ($l->ticks - $left) / $covered->width->ticks,
            ($t->ticks - $top) / $covered->height->ticks,
            ($product->printArea()->width->ticks - $l->ticks - $r->ticks) / $covered->width->ticks,
            ($product->printArea()->height->ticks - $t->ticks - $b->ticks) / $covered->height->ticks,
        ];

        return $this->boxes($product, $box) + ['inches' => $covered->width->inInches()];
    }

    /**
     * The same for a picture that is shown whole, in pixels of the crop while it is as large as fits.
     *
     * @return array<string, mixed>
     */
    private function paperRoundWhole(Product $product): array
    {
        $crop = $this->placed->placement->crop;
        // Pixels of the crop for a tick of paper.
        $scale = max($crop->width / $product->trim->width->ticks, $crop->height / $product->trim->height->ticks);
        $area = $product->printArea();
        $box = static fn (Length $l, Length $t, Length $r, Length $b): array => [
            $l->ticks * $scale, $t->ticks * $scale, ($area->width->ticks - $l->ticks - $r->ticks) * $scale, ($area->height->ticks - $t->ticks - $b->ticks) * $scale,
        ];

        return $this->boxes($product, $box) + ['inches' => $crop->width / $scale / 914_400];
    }

    /**
     * @param \Closure(Length, Length, Length, Length): array{float|int, float|int, float|int, float|int} $box insets from the paper's edges to a box
     *
     * @return array<string, mixed>
     */
    private function boxes(Product $product, \Closure $box): array
    {
        $none = Length::zero();
        $bleed = $product->bleed;
        $margin = $product->safeMargin;

        return [
            'all' => $box($none, $none, $none, $none),
            'trim' => $box($bleed->left, $bleed->top, $bleed->right, $bleed->bottom),
            'safe' => null === $margin || $margin->isZero() ? null : $box($bleed->left->plus($margin), $bleed->top->plus($margin), $bleed->right->plus($margin), $bleed->bottom->plus($margin)),
        ];
    }
}
