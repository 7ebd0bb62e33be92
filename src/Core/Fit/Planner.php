<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

/**
 * Decides how an artwork sits on a product: which way up, which crop, and whether its pixels suffice.
 * The only place that decides; screens, commands and workers all ask here.
 */
final readonly class Planner
{
    public function __construct(private CropFinder $crops = new CropFinder())
    {
    }

    public function plan(Artwork $artwork, Product $product, Wishes $wishes): Placement
    {
        $best = null;
        foreach ($this->waysUp($product, $wishes->orientation) as $turned) {
            $placement = $this->planUpright($artwork, $turned, $wishes);
            if (null === $best || $this->isBetter($placement, $best)) {
                $best = $placement;
            }
        }

        return $best;
    }

    /** @return non-empty-list<Product> portrait first, so that a tie goes to it */
    private function waysUp(Product $product, OrientationRule $wish): array
    {
        if (Orientation::Square === $product->orientation()) {
            return [$product];
        }
        [$portrait, $landscape] = Orientation::Portrait === $product->orientation()
            ? [$product, $product->turned()]
            : [$product->turned(), $product];

        return match (OrientationRule::Either === $product->rule ? $wish : $product->rule) {
            OrientationRule::Portrait => [$portrait],
            OrientationRule::Landscape => [$landscape],
            OrientationRule::Either => [$portrait, $landscape],
        };
    }

    private function isBetter(Placement $one, Placement $other): bool
    {
        if ($one->keepsBox !== $other->keepsBox) {
            return $one->keepsBox;
        }

        return $one->crop->size()->pixels() > $other->crop->size()->pixels();
    }

    private function planUpright(Artwork $artwork, Product $product, Wishes $wishes): Placement
    {
        $area = $product->printArea();
        $full = $area->pixelsAt($product->target);
        $keep = $wishes->keep?->inPixelsOf($artwork->size);
        $crop = $this->crops->find($artwork->size, $area, $full, $wishes->framing, $keep);

        $effective = $artwork->isVector ? $product->target : $this->effectivePpi($crop, $area);
        $enlargement = $artwork->isVector ? 1.0 : max($full->width / $crop->width, $full->height / $crop->height);
        $limit = min(Product::EXTREME_LIMIT, $wishes->limit ?? $product->limit ?? $artwork->kind->usualLimit());
        // Whole pixels can put a crop of the very print size a hair under the target; its pixels are all there.
        $verdict = $crop->size()->covers($full)
            ? Verdict::Ample
            : Verdict::of($effective, $product->target, $product->floor, $limit);
        if ($artwork->isVector) {
            $verdict = Verdict::Ample;
        }

        return new Placement(
            artwork: $artwork,
            product: $product,
            crop: $crop,
            keptShare: $crop->size()->pixels() / $artwork->size->pixels(),
            keepsBox: null === $keep || $crop->contains($keep),
            effective: $effective,
            enlargement: $enlargement,
            limit: $limit,
            verdict: $verdict,
            output: $this->output($verdict, $crop, $area, $full, $effective, $product, $limit, $wishes->policy),
            largestPrint: $this->largestPrint($crop, $limit, $product->target),
        );
    }

    private function effectivePpi(PixelWindow $crop, PrintSize $area): Ppi
    {
        return Ppi::across($crop->width, $area->width)->lesser(Ppi::across($crop->height, $area->height));
    }

    private function output(Verdict $verdict, PixelWindow $crop, PrintSize $area, PixelSize $full, Ppi $effective, Product $product, float $limit, EnlargePolicy $policy): ?Output
    {
        [$target, $floor] = [$product->target, $product->floor];
        $grown = new Output($full, $target);

        return match ($verdict) {
            Verdict::Ample, Verdict::Grow => $grown,
            Verdict::Adequate => EnlargePolicy::ToTarget === $policy && Verdict::within($target->over($effective), $limit)
                ? $grown
                : new Output($crop->size(), $effective),
            Verdict::GrowToFloor => $this->grownToLimit($area, $effective, $limit, $floor),
            Verdict::Short => null,
        };
    }

    /** Enlarged by all that the limit allows, to a whole number of ppi; a floor with a fraction is not rounded under. */
    private function grownToLimit(PrintSize $area, Ppi $effective, float $limit, Ppi $floor): Output
    {
        $ppi = Ppi::of(max($floor->value, floor($effective->value * $limit * (1 + 1e-8))));

        return new Output($area->pixelsAt($ppi), $ppi);
    }

    private function largestPrint(PixelWindow $crop, float $limit, Ppi $target): PrintSize
    {
        $side = static fn (int $pixels): Length => Length::of($pixels * $limit / $target->value, Unit::Inch);

        return new PrintSize($side($crop->width), $side($crop->height));
    }
}
