<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\PaintedMask;

/** How strongly a place is painted, worked out stroke by stroke. */
final class PaintedAt
{
    /** In pixels of a picture of 1,200 × 800. */
    public static function strength(PaintedMask $mask, float $x, float $y): float
    {
        $most = 0.0;
        foreach ($mask->strokes as $stroke) {
            [[$x0, $y0], [$x1, $y1]] = [$stroke->points[0], $stroke->points[1] ?? $stroke->points[0]];
            [$fromX, $fromY, $wide, $high] = [$x0 * 1200, $y0 * 800, ($x1 - $x0) * 1200, ($y1 - $y0) * 800];
            $along = max(0.0, min(1.0, (($x - $fromX) * $wide + ($y - $fromY) * $high) / max(1e-9, $wide ** 2 + $high ** 2)));
            $most = max($most, BrushStroke::strengthAt(hypot($x - $fromX - $along * $wide, $y - $fromY - $along * $high) / ($stroke->radius * 1200)));
        }

        return $most;
    }
}
