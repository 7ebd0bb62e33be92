<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;

/** What a person should know of one artwork on one product before printing it. */
final readonly class PlacementWarnings
{
    /**
     * @param list<FractionBox> $keep what must stay, in fractions of the upright picture
     *
     * @return list<string> sentences
     */
    public static function of(Placement $placement, MasterFacts $facts, array $keep): array
    {
        $found = [];
        if (!$placement->keepsBox) {
            $found[] = \sprintf('Cuts %s%% of what must stay.', number_format(100 * (1 - $placement->keptOfBoxes), $placement->keptOfBoxes > 0.98 ? 1 : 0));
        } elseif (null !== $inches = self::nearestToTrim($placement, $keep)) {
            $found[] = \sprintf('What must stay comes within %s mm of the trim; %s mm are safe.', number_format(25.4 * $inches, 1), number_format($placement->product->safeMargin?->inMillimetres() ?? 0.0, 1));
        }
        if ($facts->isTransparent && !$placement->product->wantsTransparency) {
            $found[] = 'Has transparent parts; here they are laid on white.';
        }
        if (!$facts->isTransparent && $placement->product->wantsTransparency && !$facts->format->isVector()) {
            $found[] = 'Has no transparent parts: its background is printed as a box.';
        }

        return $found;
    }

    /**
     * How near a box of what must stay comes to the trim, where that is inside the safe margin.
     *
     * @param list<FractionBox> $keep
     */
    private static function nearestToTrim(Placement $placement, array $keep): ?float
    {
        $product = $placement->product;
        $margin = $product->safeMargin;
        if (null === $margin || $margin->isZero() || [] === $keep || 0.0 !== $placement->pose->tilt || Sits::Whole === $placement->sits) {
            return null;
        }
        $crop = $placement->crop;
        $picture = $placement->pose->size($placement->artwork->size);
        // Where the window covers trim and bleed, the trim lies inside it.
        $coversBleed = null === $placement->output?->lay;
        $bleed = static fn (Length $side): float => $coversBleed ? $side->inInches() : 0.0;
        $perInch = $placement->effective->value;
        $nearest = \INF;
        foreach ($keep as $box) {
            $pixels = $placement->pose->box($box)->inPixelsOf($picture);
            $gaps = [
                ($pixels->x - $crop->x) / $perInch - $bleed($product->bleed->left), ($crop->x + $crop->width - $pixels->x - $pixels->width) / $perInch - $bleed($product->bleed->right),
                ($pixels->y - $crop->y) / $perInch - $bleed($product->bleed->top), ($crop->y + $crop->height - $pixels->y - $pixels->height) / $perInch - $bleed($product->bleed->bottom),
            ];
            $nearest = min($nearest, ...$gaps);
        }

        return !$placement->artwork->isVector && $nearest < $margin->inInches() - 1e-6 ? $nearest : null;
    }
}
