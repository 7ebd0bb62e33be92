<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Product\Fabric;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Product;

/** What a person should know of one artwork on one product before printing it. */
final readonly class PlacementWarnings
{
    /** Millimetres from the trim that are safe where a product says nothing (common practice). */
    private const SAFE = 3;

    /**
     * @param list<FractionBox> $keep what must stay, in fractions of the upright picture
     *
     * @return list<string> sentences
     */
    public static function of(Placement $placement, MasterFacts $facts, array $keep): array
    {
        $found = [];
        if (!$placement->keepsBox) {
            $found[] = \sprintf(
                'Cuts %s%% of what must stay.',
                number_format(100 * (1 - $placement->keptOfBoxes), $placement->keptOfBoxes > 0.98 ? 1 : 0),
            );
        } else {
            $found[] = self::nearTrim('What must stay', $placement, $keep);
        }
        $found[] = self::cutByGaps($placement, $keep);
        $cut = array_filter($facts->lettering, static fn (FractionBox $line): bool => !$placement->showsAllOf($line));
        if ([] !== $cut) {
            $found[] = \sprintf('Cuts what looks like lettering: %d of %d lines.', \count($cut), \count($facts->lettering));
        } else {
            $found[] = self::nearTrim('What looks like lettering', $placement, $facts->lettering);
        }
        if ($facts->isTransparent && !$placement->product->wantsTransparency) {
            $found[] = 'Has transparent parts; here they are laid on white.';
        }
        $lost = array_filter(
            $placement->product->fabrics,
            static fn (Fabric $one): bool => true === $facts->ground?->isLostOn($one->colour),
        );
        if ([] !== $lost) {
            $found[] = \sprintf('Hard to see on %s.', implode(', ', array_map(static fn (Fabric $one): string => $one->name, $lost)));
        }
        if (!$facts->isTransparent && $placement->product->wantsTransparency && !$facts->format->isVector()) {
            $found[] = 'Has no transparent parts: its background is printed as a box.';
        }

        return array_values(array_filter($found));
    }

    /** From the trim inwards: what shall be seen stays out of it. */
    public static function safeMargin(Product $product): Length
    {
        return $product->safeMargin ?? Length::millimetres(self::SAFE);
    }

    /** @param list<FractionBox> $keep */
    private static function cutByGaps(Placement $placement, array $keep): ?string
    {
        $plan = PanelPlan::ofProduct($placement->product);
        if (null === $plan || [] === $keep || 0.0 !== $placement->transform->tilt || FitMode::Whole === $placement->framing->fitMode) {
            return null;
        }
        $picture = $placement->transform->size($placement->artwork->size);
        $boxes = array_map(
            static fn (FractionBox $box): PixelWindow => $placement->transform->box($box)->inPixelsOf($picture),
            $keep,
        );
        $cut = \count($boxes) - $plan->whole($boxes, $placement->crop, $placement->product->bleed);

        return 0 === $cut ? null : \sprintf('A gap between the pieces cuts what must stay: %d of %d.', $cut, \count($boxes));
    }

    /** @param list<FractionBox> $boxes */
    private static function nearTrim(string $what, Placement $placement, array $boxes): ?string
    {
        $margin = self::safeMargin($placement->product);
        $inches = self::nearestToTrim($placement, $margin, $boxes);

        return match (true) {
            null === $inches => null,
            $inches < 0 => \sprintf('%s goes %s mm over the trim.', $what, number_format(-25.4 * $inches, 1)),
            default => \sprintf(
                '%s comes within %s mm of the trim; %s mm are safe.',
                $what,
                number_format(25.4 * $inches, 1),
                number_format($margin->inMillimetres(), 1),
            ),
        };
    }

    /**
     * How near one of the boxes comes to the trim, in inches, where that is inside the margin.
     *
     * @param list<FractionBox> $boxes
     */
    private static function nearestToTrim(Placement $placement, Length $margin, array $boxes): ?float
    {
        $product = $placement->product;
        if (
            $margin->isZero() ||
            $product->keepsProportions() ||
            [] === $boxes ||
            0.0 !== $placement->transform->tilt ||
            FitMode::Whole === $placement->framing->fitMode
        ) {
            return null;
        }
        $crop = $placement->crop;
        $picture = $placement->transform->size($placement->artwork->size);
        // Where the window covers trim and bleed, the trim lies inside it.
        $coversBleed = null === $placement->output?->layout;
        $bleed = static fn (Length $side): float => $coversBleed ? $side->inInches() : 0.0;
        $perInch = $placement->effective->value;
        $nearest = \INF;
        foreach ($boxes as $box) {
            $pixels = $placement->transform->box($box)->inPixelsOf($picture);
            $gaps = [
                ($pixels->x - $crop->x) / $perInch - $bleed($product->bleed->left),
                ($crop->x + $crop->width - $pixels->x - $pixels->width) / $perInch - $bleed($product->bleed->right),
                ($pixels->y - $crop->y) / $perInch - $bleed($product->bleed->top),
                ($crop->y + $crop->height - $pixels->y - $pixels->height) / $perInch - $bleed($product->bleed->bottom),
            ];
            $nearest = min($nearest, ...$gaps);
        }

        return !$placement->artwork->isVector && $nearest < $margin->inInches() - 1e-6 ? $nearest : null;
    }
}
