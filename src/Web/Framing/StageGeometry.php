<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\FitGeometry;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Product;

/**
 * Where crop and paper lie, in pixels of the transformed picture. The page moves the window by the same rules
 * (assets/framing/geometry.js); where it ends up, the planner says.
 */
final readonly class StageGeometry
{
    public function __construct(private Placement $placement)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $geometry = new FitGeometry($this->placement->product, $this->placement->framing);
        $transform = $this->placement->transform;
        $picture = $transform->size($this->placement->artwork->size);
        $position = $this->placement->framing->position;

        return [
            'picture' => [$picture->width, $picture->height],
            'tilt' => $transform->tilt,
            'crop' => $this->placement->crop->toArray(),
            'full' => (new RotatedCropGeometry($transform->tilt))->largest($picture, $geometry->cropRatio($picture)),
            'zoom' => $position->zoom ?? 1.0,
            'at' => [$position->centreX ?? 0.5, $position->centreY ?? 0.5],
            'fitMode' => $this->placement->framing->fitMode->value,
            'paper' => $geometry->isWhole()
                ? $this->paperRoundWhole($this->placement->product)
                : $this->paperOnCrop($this->placement->product, $geometry->covered()),
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
        $crop = $this->placement->crop;
        // Pixels of the crop for a tick of paper.
        $scale = max($crop->width / $product->trim->width->ticks, $crop->height / $product->trim->height->ticks);
        $area = $product->printArea();
        $box = static fn (Length $l, Length $t, Length $r, Length $b): array => [
            $l->ticks * $scale,
            $t->ticks * $scale,
            ($area->width->ticks - $l->ticks - $r->ticks) * $scale,
            ($area->height->ticks - $t->ticks - $b->ticks) * $scale,
        ];

        return $this->boxes($product, $box) + ['inches' => $crop->width / $scale / 914_400];
    }

    /**
     * The faces of the pieces that the picture goes over.
     *
     * @param Length $round what goes round each
     * @param \Closure(Length, Length, Length, Length): array{float|int, float|int, float|int, float|int} $box
     *
     * @return list<array{float|int, float|int, float|int, float|int}>
     */
    private static function pieces(Product $product, Length $round, \Closure $box): array
    {
        $area = $product->printArea();
        $rest = static fn (Length $all, Length ...$less): Length => Length::inches(
            max(0.0, $all->inInches() - array_sum(array_map(static fn (Length $one): float => $one->inInches(), $less))),
        );

        return array_map(static function (Panel $panel) use ($product, $round, $area, $rest, $box): array {
            [$left, $top] = [$product->bleed->left->plus($panel->pictureLeft), $product->bleed->top->plus($panel->pictureTop)];

            return $box(
                self::less($left, $round),
                self::less($top, $round),
                $rest($area->width, $left, $panel->size->width, $round),
                $rest($area->height, $top, $panel->size->height, $round),
            );
        }, PanelPlan::ofProduct($product)->panels ?? []);
    }

    private static function less(Length $bleed, Length $wrap): Length
    {
        return Length::inches(max(0.0, $bleed->inInches() - $wrap->inInches()));
    }

    /**
     * @param \Closure(Length, Length, Length, Length): array{float|int, float|int, float|int, float|int} $box insets from the
     *   paper's edges to a box
     *
     * @return array<string, mixed>
     */
    private function boxes(Product $product, \Closure $box): array
    {
        $none = Length::zero();
        $bleed = $product->bleed;
        $margin = $product->safeMargin;
        $wrap = $product->isWrapped() ? $product->wrap : null;

        return [
            'all' => $box($none, $none, $none, $none),
            'trim' => $box($bleed->left, $bleed->top, $bleed->right, $bleed->bottom),
            'wrap' => null === $wrap || null !== $product->pieces ? null : $box(
                self::less($bleed->left, $wrap),
                self::less($bleed->top, $wrap),
                self::less($bleed->right, $wrap),
                self::less($bleed->bottom, $wrap),
            ),
            'pieces' => self::pieces($product, $none, $box),
            // Each piece goes round a frame of its own.
            'sides' => null === $wrap ? [] : self::pieces($product, $wrap, $box),
            'safe' => null === $margin || $margin->isZero()
                    ? null
                    : $box(
                        $bleed->left->plus($margin),
                        $bleed->top->plus($margin),
                        $bleed->right->plus($margin),
                        $bleed->bottom->plus($margin),
                    ),
        ];
    }
}
