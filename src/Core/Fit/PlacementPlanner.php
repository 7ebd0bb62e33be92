<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Product;

/**
 * Decides how an artwork sits on a product: which way up, which crop, and whether its pixels suffice.
 * The only place that decides; screens, commands and workers all ask here.
 */
final readonly class PlacementPlanner
{
    public function __construct(private CropFinder $crops = new CropFinder())
    {
    }

    public function plan(Artwork $artwork, Product $product, PlacementRequest $request): Placement
    {
        $transform = $request->framing->transform;
        $picture = $transform->size($artwork->size);
        $boxes = array_map(static fn (FractionBox $box): PixelWindow => $transform->box($box)->inPixelsOf($picture), $request->keep);
        $best = null;
        foreach ($this->waysUp($product->sizedFor($picture), $request->framing->orientation) as $turned) {
            $cut = $this->cut($picture, $turned, $artwork, $request, $boxes);
            if (null === $best || $cut->isBetterThan($best)) {
                $best = $cut;
            }
        }

        return $this->place($artwork, $picture, $this->keptWhole($best, $picture, $request), $request);
    }

    /** Of a picture over several pieces, what must stay, or what was found to be looked at first, is moved off the gaps. */
    private function keptWhole(CropCandidate $cut, PixelSize $picture, PlacementRequest $request): CropCandidate
    {
        $plan = PanelPlan::ofProduct($cut->product);
        $transform = $request->framing->transform;
        $keep = [] === $request->keep && null !== $request->focus ? [$request->focus] : $request->keep;
        if (null === $plan || [] === $keep || null !== $cut->framing->position || 0.0 !== $transform->tilt || !$cut->geometry()->fills()) {
            return $cut;
        }
        $boxes = array_map(static fn (FractionBox $box): PixelWindow => $transform->box($box)->inPixelsOf($picture), $keep);
        $moved = $plan->keeping($boxes, $cut->crop, $picture, $cut->product->bleed);

        return new CropCandidate($cut->product, $cut->framing, $moved, $cut->keptOfBoxes);
    }

    /** @return non-empty-list<Product> portrait first, so that a tie goes to it */
    private function waysUp(Product $product, OrientationRule $wish): array
    {
        if (Orientation::Square === $product->orientation() || $product->keepsProportions() || null !== $product->pieces) {
            return [$product];
        }
        [$portrait, $landscape] =
            Orientation::Portrait === $product->orientation() ? [$product, $product->turned()] : [$product->turned(), $product];

        return match (OrientationRule::Either === $product->rule ? $wish : $product->rule) {
            OrientationRule::Portrait => [$portrait],
            OrientationRule::Landscape => [$landscape],
            OrientationRule::Either => [$portrait, $landscape],
        };
    }

    /** @param list<PixelWindow> $boxes */
    private function cut(PixelSize $picture, Product $product, Artwork $artwork, PlacementRequest $request, array $boxes): CropCandidate
    {
        $transform = $request->framing->transform;
        $framing = EffectiveFraming::of($request->framing, $product, $artwork);
        $geometry = new FitGeometry($product, $framing);
        if (null !== $framing->subject) {
            return new CropCandidate($product, $framing, $transform->box($framing->subject)->inPixelsOf($picture), 1.0);
        }
        $focus = null === $request->focus ? null : $transform->box($request->focus)->inPixelsOf($picture);
        $exact = $geometry->isWhole() ? $picture : $geometry->part($product->target, null)->size();
        $tilt = $transform->tilt;
        $ratio = $geometry->cropRatio($picture);
        $position = null;
        if (!$geometry->isWhole()) {
            $position = $framing->position?->movedTo($request->part, $transform, $picture, $ratio);
            $framing = $framing->positioned($position);
        }
        // What goes round a frame is not seen with the rest: what must stay, stays on the face.
        $window = [] === $boxes ? $exact : (new RotatedCropGeometry($tilt))->window($picture, $ratio, max(1.0, $position->zoom ?? 1.0));
        $keep = $request->keepsOnFace ? $geometry->withSides($boxes, $window, $picture) : $boxes;
        $crop = $this->crops->find($picture, $ratio, $exact, $tilt, $position, $keep, $focus);
        $seen = $request->keepsOnFace ? $geometry->face($crop) : $crop;

        return new CropCandidate($product, $framing, $crop, $this->keptOf($boxes, $seen, $tilt));
    }

    private function place(Artwork $artwork, PixelSize $picture, CropCandidate $cut, PlacementRequest $request): Placement
    {
        [$product, $geometry, $crop] = [$cut->product, $cut->geometry(), $cut->crop];
        $full = $geometry->part($product->target, $crop)->size();
        $effective = $artwork->isVector ? $product->target : $geometry->effective($crop);
        $enlargement = $artwork->isVector ? 1.0 : max($full->width / $crop->width, $full->height / $crop->height);
        $limit = min(Product::EXTREME_LIMIT, $request->limit ?? ($product->limit ?? $artwork->kind->usualLimit()));
        // Whole pixels can put a crop of the very print size a hair under the target; its pixels are all there.
        $verdict =
            $artwork->isVector || $crop->size()->covers($full)
                ? Verdict::Ample
                : Verdict::of($effective, $product->target, $product->floor, $limit);
        $ppi = $this->outputPpi($verdict, $effective, $product, $limit, $request->policy);

        return new Placement(
            artwork: $artwork,
            product: $product,
            transform: $request->framing->transform,
            framing: $cut->framing,
            crop: $crop,
            // What is left of margins that show nothing is all of the picture.
            keptShare: null === $cut->framing->subject ? $crop->size()->pixels() / $picture->pixels() : 1.0,
            keepsBox: $cut->keptOfBoxes > 1 - 1e-9,
            keptOfBoxes: $cut->keptOfBoxes,
            effective: $effective,
            enlargement: $enlargement,
            limit: $limit,
            verdict: $verdict,
            output: null === $ppi
                ? null
                : $geometry->output($ppi, $crop, $ppi === $effective && !$artwork->isVector && Verdict::Adequate === $verdict),
            largestPrint: $this->largestPrint($crop, $limit, $product->target),
        );
    }

    /** @param list<PixelWindow> $boxes */
    private function keptOf(array $boxes, PixelWindow $crop, float $tilt): float
    {
        if ([] === $boxes) {
            return 1.0;
        }
        $rotated = new RotatedCropGeometry($tilt);
        $all = $kept = 0.0;
        foreach ($boxes as $box) {
            $all += $box->size()->pixels();
            $kept += $box->size()->pixels() * $rotated->keptOf($box, $crop);
        }

        return $kept / $all;
    }

    /** The ppi of the print file; null where there is none to make. */
    private function outputPpi(Verdict $verdict, Ppi $effective, Product $product, float $limit, UpscalePolicy $policy): ?Ppi
    {
        return match ($verdict) {
            Verdict::Ample, Verdict::Grow => $product->target,
            Verdict::Adequate => UpscalePolicy::ToTarget === $policy && Verdict::within($product->target->over($effective), $limit)
                ? $product->target
                : $effective,
            // Enlarged by all that the limit allows, to a whole number of ppi; a floor with a fraction is not rounded under.
            Verdict::GrowToFloor => Ppi::of(max($product->floor->value, floor($effective->value * $limit * (1 + 1e-8)))),
            Verdict::Short => null,
        };
    }

    private function largestPrint(PixelWindow $crop, float $limit, Ppi $target): PrintSize
    {
        $side = static fn (int $pixels): Length => Length::of(($pixels * $limit) / $target->value, Unit::Inch);

        return new PrintSize($side($crop->width), $side($crop->height));
    }
}
